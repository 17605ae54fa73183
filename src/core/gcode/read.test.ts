import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { commentOf, numberOf } from './line.ts'
import { checksumOf } from './pieces.ts'
import { commentedOutCommand, read, readLine, splitLines, write } from './read.ts'

/** Text that looks like G-code far more often than chance would have it, and text that doesn't. */
const scraps = fc.constantFrom(
  'G1',
  'g1 ',
  'G 28',
  'X10',
  'X',
  'Y-3.5',
  'Z--3',
  'E1e999',
  'F0',
  'M117 ',
  'M109 S',
  '@bed',
  '@(bed + 5',
  '{word}',
  '[x',
  ';',
  '; note',
  '(',
  ')',
  '*71',
  'N10',
  ' ',
  '\t',
  '\u00a0',
  '\ufeff',
  '\0',
  '\r',
  '\n',
  '\r\n',
  '"',
  '“',
  '–',
  ',5',
  'SET_FAN SPEED=3',
  'KEY="a b"',
  'T0',
  'T',
  '%',
  '\ud800',
  'é',
)
const gcodeLike = fc
  .array(fc.oneof(scraps, fc.string({ maxLength: 6 })), { maxLength: 60 })
  .map(parts => parts.join(''))

describe('reading and writing', () => {
  it('gives any text back to the last character', () => {
    fc.assert(
      fc.property(fc.oneof(gcodeLike, fc.string({ unit: 'binary', maxLength: 200 })), text => {
        expect(write(read(text))).toBe(text)
      }),
      { numRuns: 3000 },
    )
  })

  it('places each line where it stands in the text', () => {
    fc.assert(
      fc.property(gcodeLike, text => {
        for (const line of read(text)) expect(text.slice(line.from, line.from + line.raw.length)).toBe(line.raw)
      }),
    )
  })

  it('keeps a line of two million characters as it is and says why it is not read', () => {
    const text = `G28\n${'G1 X1 '.repeat(333_334)}\nG90`
    const lines = read(text)
    expect(lines.map(line => line.kind)).toEqual(['command', 'unreadable', 'command'])
    expect(lines[1]?.reason).toContain('2000004 characters')
    expect(write(lines) === text).toBe(true)
  })
})

describe('line ends', () => {
  it('takes CRLF, LF and a missing last one', () => {
    expect(splitLines('a\r\nb\nc')).toEqual([
      { raw: 'a', ending: '\r\n' },
      { raw: 'b', ending: '\n' },
      { raw: 'c', ending: '' },
    ])
  })

  it('takes lone carriage returns only where there is no line feed at all', () => {
    expect(splitLines('a\rb')).toHaveLength(2)
    expect(splitLines('a\rb\nc')).toHaveLength(2)
  })

  it('has no line in an empty text', () => expect(read('')).toEqual([]))
})

describe('commands', () => {
  const command = (text: string) => readLine(text).command

  it('reads lower case, spaces inside and leading zeros as the machine does', () => {
    expect(command('g01 x10 y 20.5')?.name).toBe('G1')
    expect(command('G 28')?.name).toBe('G28')
    expect(command('\tM 109 S 200')?.words.map(word => [word.letter, word.value])).toEqual([['S', 200]])
  })

  it('reads words without spaces between them', () => {
    expect(command('G1X10Y-2.5E.3F3000')?.words.map(word => [word.letter, word.value])).toEqual([
      ['X', 10],
      ['Y', -2.5],
      ['E', 0.3],
      ['F', 3000],
    ])
  })

  it('takes the first of a letter written twice', () => {
    const twice = command('G1 X1 X2')
    expect(twice && numberOf(twice, 'X')).toBe(1)
  })

  it('keeps the text of a message whole, brackets and all, up to its comment', () => {
    expect(command('M117 Bed (60 C) G28 ; note')?.message).toBe('Bed (60 C) G28')
  })

  it('reads extended commands with keys', () => {
    const extended = command('Bed_mesh_profile LOAD="my bed" x=3')
    expect(extended?.name).toBe('BED_MESH_PROFILE')
    expect(extended?.keys.map(({ key, value }) => [key, value])).toEqual([
      ['LOAD', 'my bed'],
      ['X', '3'],
    ])
  })

  it('checks checksums: N3 G28* is 78 xor 51 xor 32 xor 71 xor 50 xor 56', () => {
    // 78^51 = 125, ^32 = 93, ^71 = 26, ^50 = 40, ^56 = 16
    expect(checksumOf('N3 G28')).toBe(16)
    expect(readLine('N3 G28*16').pieces.at(-1)).toMatchObject({ kind: 'checksum', right: true })
    expect(readLine('N3 G28*17').pieces.at(-1)).toMatchObject({ kind: 'checksum', right: false })
    expect(readLine('N3 G28*16').command?.name).toBe('G28')
  })

  it('takes values and bracketed words as formulas', () => {
    expect(command('M190 S@bed')?.words[0]).toMatchObject({ letter: 'S', value: null, formula: '@bed' })
    expect(command('G1 Z@(first_layer + (0.2))')?.words[0]?.formula).toBe('@(first_layer + (0.2))')
    expect(command('M104 S{heat[0]}')?.words[0]?.formula).toBe('{heat[0]}')
  })

  it('ends a command where a second one is run on to it', () => {
    expect(command('M140 S60M104 S200')?.words.map(word => word.value)).toEqual([60])
  })

  it.each([
    ['G1 X', null, null],
    ['G1 X--3', null, 'not-a-number'],
    ['G1 X1.2.3', null, 'not-a-number'],
    ['G1 X1e999', null, 'exponent'],
    ['G1 X1,5', 1, 'decimal-comma'],
    ['G1 X−3', null, 'odd-character'],
  ])('reads %s as the value %s with the flaw %s', (text, value, flaw) => {
    expect(command(text)?.words[0]).toMatchObject({ letter: 'X', value, flaw })
  })
})

describe('kinds of line', () => {
  it.each([
    ['', 'blank'],
    ['   ', 'blank'],
    ['; hello', 'comment'],
    ['(hello)', 'comment'],
    [';= purge = 3 mm', 'mark'],
    [';? when bed > 85', 'mark'],
    [';@ purge-line edge=left', 'mark'],
    [';! the preview needs this', 'mark'],
    [';& front purge', 'mark'],
    [';& end front purge', 'mark'],
    [';&&&&', 'comment'],
    [';=====', 'comment'],
    [';!!!! look !!!!', 'comment'],
    ['12345', 'unreadable'],
    ['X10', 'unreadable'],
    ['\0\0', 'unreadable'],
  ])('%j is %s', (text, kind) => expect(readLine(text).kind).toBe(kind))

  it('gives a comment’s words', () => {
    expect(commentOf(readLine('G28 (all) ; home'))).toBe('all home')
  })
})

describe('sleeping commands', () => {
  it('finds the command behind a “;”, with its own comment', () => {
    const line = read('G28\n ;;  M420 S1 ; saved mesh')[1]
    const inner = line && commentedOutCommand(line)
    expect(inner?.command?.name).toBe('M420')
    expect(inner?.from).toBe(4 + 5)
  })

  it.each(['; G28 finds zero', '; T0 and T1', '; G1 to the left', '; M117', ';;; G29 ;;; probing'])('%s', text => {
    const prose = text !== '; M117' && !text.includes('G29')
    expect(commentedOutCommand(readLine(text)) === null).toBe(prose)
  })
})
