import { strFromU8, unzipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { job, material, printer } from '../../core/testing/stage.ts'
import { type Archive, type ArchiveScript, pack } from './layout.ts'
import { unpack } from './unpack.ts'

const revision = (number: number, text: string) => ({
  number,
  note: `n${number}`,
  createdAt: '2026-11-24T08:00:00.000Z',
  text,
})
const script = (name: string, text = 'G28\n', more: Partial<ArchiveScript> = {}): ArchiveScript => ({
  name,
  printer: printer.name,
  moment: 'start',
  file: null,
  cameFrom: null,
  createdAt: '2026-11-24T08:00:00.000Z',
  backTo: null,
  variants: [{ name: 'First', stock: false, inUse: true, bornOf: null, revisions: [revision(1, text)] }],
  trials: [],
  ...more,
})
const archive = (scripts: ArchiveScript[]): Archive => ({
  printers: [printer],
  materials: [material],
  jobs: [job],
  vocabularies: [],
  taught: [],
  refrains: [],
  scripts,
})
const back = (what: Archive): Archive => {
  const found = unpack(pack(what))
  if (!found.ok) throw new Error(found.why)
  return found.archive
}

describe('the open file', () => {
  it('gives back every text byte for byte: line ends, blanks, odd signs', () => {
    const odd = [
      '\uFEFFG28\r\nM117 µ “ü”\r\n',
      'G1 X1\r',
      '',
      '\n\n\n',
      'no end',
      ';& x\n\t \n;& end x',
      'a\u0000b\u2028c\n',
    ]
    const whole = back(archive(odd.map((text, i) => script(`Script ${i}`, text))))
    expect(whole.scripts.map(({ variants }) => variants[0]?.revisions[0]?.text)).toEqual(odd)
  })

  it('keeps the order of the shelf, which its files have not', () => {
    const [a, b, c] = [script('Birch'), script('Almond'), script('Cedar')]
    expect(back(archive([a, b, c])).scripts.map(({ name }) => name)).toEqual(['Birch', 'Almond', 'Cedar'])
    const jobs = ['tall', 'small', 'odd'].map(name => ({ ...job, name }))
    expect(back({ ...archive([]), jobs }).jobs.map(({ name }) => name)).toEqual(['tall', 'small', 'odd'])
    expect(pack(archive([a, b]))).toEqual(pack(archive([a, b])))
  })

  it('takes names that a file system minds, and names that would be one folder', () => {
    const names = ['a/b', 'a:b', 'a-b', '..', 'CON?', 'ä', 'x'.repeat(120)]
    const scripts = names.map(name => script(name, `; ${name}\n`))
    const files = Object.keys(unzipSync(pack(archive(scripts))))
    for (const path of files) {
      expect(path).not.toMatch(/[\\:*?"<>|]/)
      expect(path.split('/')).not.toContain('..')
    }
    expect(new Set(files.map(path => path.toLowerCase())).size).toBe(files.length)
    const texts = back(archive(scripts)).scripts.map(({ name, variants }) => [name, variants[0]?.revisions[0]?.text])
    expect(new Map(texts as [string, string][])).toEqual(new Map(names.map(name => [name, `; ${name}\n`])))
  })

  it('keeps variants, what they were branched from, trials and their pictures', () => {
    const data = { seen: ['fine' as const], words: 'ü', measuredS: 12, filamentMm: null, job: '', material: '' }
    const rich = script('Rich', '', {
      backTo: 'First',
      variants: [
        { name: 'First', stock: true, inUse: false, bornOf: null, revisions: [revision(1, 'a'), revision(2, 'b')] },
        {
          name: 'Second',
          stock: false,
          inUse: true,
          bornOf: { variant: 'First', number: 2 },
          revisions: [revision(1, 'c')],
        },
      ],
      trials: [
        { variant: 'First', number: 2, madeAt: '2026-11-25T08:00:00.000Z', data, picture: '/9j/4AAQ' },
        { variant: 'Second', number: 1, madeAt: '2026-11-26T08:00:00.000Z', data, picture: null },
      ],
    })
    expect(back(archive([rich])).scripts).toEqual([rich])
  })

  it('has JSON that ends its lines, as version control likes it', () => {
    const files = unzipSync(pack(archive([script('One')])))
    for (const [path, bytes] of Object.entries(files))
      if (path.endsWith('.json')) expect(strFromU8(bytes)).toMatch(/^[[{][\s\S]*[\]}]\n$/)
  })

  it('with two variants in use is refused', () => {
    const two = script('Two')
    const [first] = two.variants
    const broken = { ...two, variants: [first, { ...first, name: 'Other' }] } as ArchiveScript
    expect(unpack(pack(archive([broken])))).toMatchObject({
      ok: false,
      why: expect.stringContaining('just one variant'),
    })
  })
})
