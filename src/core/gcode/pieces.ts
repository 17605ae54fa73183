// Splits a line into pieces. The pieces' texts joined are the line.
import type { Piece, Word } from './line.ts'
import { machineNumber } from './number.ts'

/** Commands that are followed by free text or a file name instead of words. The same in every family. */
const takesText = new Set(
  'M16 M23 M28 M30 M32 M36 M75 M117 M118 M928 M810 M811 M812 M813 M814 M815 M816 M817 M818 M819'.split(' '),
)

/** Statements of macro files that are followed by an expression. A text in an expression may contain any character. */
const takesExpression = new Set('IF ELIF ELSE WHILE BREAK CONTINUE VAR GLOBAL SET ECHO ABORT'.split(' '))

/** Commands that take letters, and after them optionally free text. */
const textAfterWords = new Set(['M0', 'M1'])

/** Letters that are parameters of a command although they look like the start of a second command. */
const ownLetters: Readonly<Record<string, string>> = { M42: 'M', M43: 'M' }

/** Words of a manufacturer's command after its number, as in `M9100 bed_check :5`. They reach to the next comment. */
const wordsWithSigns = /[A-Za-z]{2}[A-Za-z0-9]*(?:_|[ \t]*:)[^;]*/y

const [space, tab, semicolon, openBracket, asterisk, capitalN, smallN] = [32, 9, 59, 40, 42, 78, 110]
const spaces = /[ \t]+/y
const oddSpaces = /[\u00a0\u1680\u2000-\u200b\u202f\u205f\u3000\ufeff]+/y
// biome-ignore lint/suspicious/noControlCharactersInRegex: control characters are what it looks for
const controls = /[\u0000-\u0008\u000a-\u001f\u007f]+/y
const lineNumber = /[Nn][ \t]*(\d{1,15})/y
const plainName = /([GMTgmt])[ \t]*(\d+(?:\.\d+)?)(?![\d_])/y
const toolName = /[Tt]-1(?=[ \t;]|$)|[Tt](?=[ \t;?]|$)\??/y
/** A tool with a calculated number: `T@first_tool`, `T{var.next}`, `T[next]`. */
const toolOf = /[Tt](?=[@{[%<$#])/y
const longName = /(?=[A-Za-z_]{2})[A-Za-z0-9_]+/y
/** Three or more letters in a row are prose, except axis letters as in `G28 XYZ`. */
const prose = /(?![XYZEABCUVWxyzeabcuvw]+(?![A-Za-z]))[A-Za-z]{3,}/y
const key = /([A-Za-z_][A-Za-z0-9_]*)=("[^"]*"|'[^']*'|[^\s;]*)/y
const letter = /[A-Za-z]/y
/** A letter and a number without anything unusual: nearly all words. */
const plainWord = /([A-Za-z])([+-]?(?:\d+(?:\.\d*)?|\.\d+))(?=[ \t]|$)/y
const gapBeforeNumber = /[ \t]*(?=[+-]?(?:\d|\.\d))/y
const number = /[+-]?(?:\d+(?:\.\d*)?|\.\d+)/y
/** Further numbers for the same letter, as `:0.7` in `E0.3:0.7`. The first number is the letter's value. */
const listTail = /(?::[+-]?(?:\d+(?:\.\d*)?|\.\d+))+/y
const commaTail = /,\d+/y
const exponentTail = /e[+-]?\d+/y
const quoted = /[ \t]*("(?:[^"]|"")*")/y
const badNumber = /[-+.,\d\u2010-\u2015\u2212]+/y
const checksum = /\*[ \t]*(\d{1,15})[ \t]*(?=$|;)/y
const messageText = /[^;]+/y
const expressionText = /(?:"[^"]*"|[^;"]|"(?=[^"]*$))+/y
const lineComment = /;.*/sy
const bracketComment = /\([^)]*\)?/y
const numberTail = /[-+.][-+.\d]*/y
const oddChars = /[\u2010-\u201f\u2026\u2212\ufffd]/
const strayRun = /[^\s;(]+/y

/**
 * The checksum of a numbered line: XOR of all bytes before the `*`. Characters beyond ASCII count with their UTF-8
 * bytes.
 */
export function checksumOf(text: string): number {
  let sum = 0
  for (const byte of new TextEncoder().encode(text)) sum ^= byte
  return sum
}

/** A slicer's placeholders with delimiters that do not nest: `%bed_temp%`, `#bed_temp#`, `<bed_temp>`. */
const signedWord = /%[A-Za-z_][\w.]*(?:\[\w+\])*%|#[A-Za-z_][\w.]*(?:\[\w+\])*#|<[A-Za-z_][\w.]*(?:\[\w+\])*>/y

/**
 * Returns the end offset of the value or placeholder that starts at `at`: `@bed`, `@(bed + 5)`, `{x}`, `[x]`, `{{x}}`,
 * `${x}`, `$(x)`, `%x%`, `#x#`, `<x>`. Brackets nest. Returns `at` if none starts there.
 */
export function formulaEnd(text: string, at: number): number {
  if (text[at] === '%' || text[at] === '<' || text[at] === '#') {
    signedWord.lastIndex = at
    return signedWord.test(text) ? signedWord.lastIndex : at
  }
  if (text[at] === '$' && (text[at + 1] === '(' || text[at + 1] === '{')) {
    const end = bracketEnd(text, at + 1)
    return end > at + 1 ? end : at
  }
  return bracketEnd(text, at)
}

function bracketEnd(text: string, at: number): number {
  let i = at
  if (text[i] === '@') {
    i++
    if (text[i] !== '(') {
      while (i < text.length && /[A-Za-z0-9_]/.test(text[i] as string)) i++
      return i > at + 1 ? i : at
    }
  } else if (text[i] !== '{' && text[i] !== '[' && text[i] !== '(') return at
  const open = text[i] as string
  const close = open === '(' ? ')' : open === '{' ? '}' : ']'
  let depth = 0
  for (; i < text.length; i++) {
    if (text[i] === open) depth++
    else if (text[i] === close && --depth === 0) return i + 1
  }
  return at
}

/** Splits a line's text, up to its comment, into placeholders and the text between them. */
export function* formulasIn(text: string): Generator<{ formula: boolean; text: string }> {
  let plain = ''
  let at = 0
  while (at < text.length) {
    if (text[at] === ';') break
    const end = '{[%<$#'.includes(text[at] as string) ? formulaEnd(text, at) : at
    if (end > at) {
      if (plain) yield { formula: false, text: plain }
      plain = ''
      yield { formula: true, text: text.slice(at, end) }
      at = end
    } else plain += text[at++]
  }
  plain += text.slice(at)
  if (plain) yield { formula: false, text: plain }
}

/**
 * Splits a line's text (without its line break) into pieces. The pieces' texts joined are the text, whatever it
 * contains.
 */
export function cut(text: string): Piece[] {
  const cutter = new Cutter(text)
  while (!cutter.done) cutter.pieces.push(cutter.next())
  return cutter.pieces
}

/** One string object for each command name: a script has few different names, and they are compared very often. */
const names = new Map<string, string>()
const maxNames = 4000

function nameOf([written, letter = '', digits = '']: RegExpExecArray): string {
  const known = names.get(written)
  if (known !== undefined) return known
  const name = letter.toUpperCase() + (machineNumber(digits) ?? digits)
  if (names.size < maxNames) names.set(written, name)
  return name
}

/** Reads one line from left to right; each call of `next` takes at least one character. */
class Cutter {
  readonly pieces: Piece[] = []
  private at = 0
  private name: string | null = null
  private takesMessage: RegExp | null = null

  constructor(private readonly text: string) {}

  get done(): boolean {
    return this.at >= this.text.length
  }

  next(): Piece {
    const code = this.text.charCodeAt(this.at)
    if (code === space || code === tab) return { kind: 'space', text: this.take(spaces)?.[0] as string }
    if (this.takesMessage) {
      const message = this.take(this.takesMessage)
      this.takesMessage = null
      if (message) return { kind: 'message', text: message[0] }
    }
    if (code === semicolon || code === openBracket) return this.comment()
    if (code < space || code >= 127) {
      const oddSpace = this.take(oddSpaces)
      if (oddSpace) return { kind: 'stray', text: oddSpace[0], flaw: 'odd-space' }
      const control = this.take(controls)
      if (control) return { kind: 'stray', text: control[0], flaw: 'control-character' }
    }
    return (
      this.checksum(code) ?? (this.name === null ? this.start(code) : this.rest()) ?? this.formula() ?? this.stray()
    )
  }

  private take(pattern: RegExp): RegExpExecArray | null {
    pattern.lastIndex = this.at
    const found = pattern.exec(this.text)
    if (found) this.at = pattern.lastIndex
    return found
  }

  private comment(): Piece {
    const text = (this.take(lineComment) ?? this.take(bracketComment))?.[0] as string
    return { kind: 'comment', text, flaw: text.startsWith(';') || text.endsWith(')') ? null : 'unclosed-comment' }
  }

  private checksum(code: number): Piece | null {
    const found = code === asterisk && this.take(checksum)
    if (!found) return null
    const given = Number(found[1])
    const before = this.text.slice(0, this.at - found[0].length)
    return { kind: 'checksum', text: found[0], given, right: given === checksumOf(before) }
  }

  /** Reads what can stand before the words: a line number, then the command's name. */
  private start(code: number): Piece | null {
    const begins = (code === capitalN || code === smallN) && this.pieces.every(piece => piece.kind === 'space')
    const numbered = begins && this.take(lineNumber)
    if (numbered) return { kind: 'line-number', text: numbered[0], number: Number(numbered[1]) }
    const plain = this.take(plainName)
    if (plain) {
      this.name = nameOf(plain)
      this.takesMessage = takesText.has(this.name) ? messageText : null
      return { kind: 'name', text: plain[0], name: this.name }
    }
    const start = this.at
    const tool = this.take(toolOf)
    if (tool) {
      const end = formulaEnd(this.text, this.at)
      if (end > this.at) {
        this.at = end
        this.name = 'T'
        return { kind: 'name', text: this.text.slice(start, end), name: 'T' }
      }
      this.at = start
    }
    const long = this.take(toolName) ?? this.take(longName)
    if (!long) return null
    this.name = long[0].toUpperCase().replace('?', '')
    this.takesMessage = takesExpression.has(this.name) ? expressionText : null
    return { kind: 'name', text: long[0], name: this.name }
  }

  /** Reads what can stand after the name: keys of extended commands, or letters with numbers. */
  private rest(): Piece | null {
    const own = this.ownWords()
    if (own) return own
    const plain = this.take(plainWord)
    const plainValue = plain ? machineNumber(plain[2] as string) : null
    if (plain && plainValue !== null)
      return this.begun({
        kind: 'word',
        text: plain[0],
        letter: (plain[1] as string).toUpperCase(),
        value: plainValue,
        quoted: null,
        formula: null,
        flaw: null,
      })
    if (plain) this.at -= plain[0].length
    const extended = /^[A-Z_]{2}/.test(this.name as string)
    const pair = extended && this.take(key)
    if (pair) return this.key(pair)
    const text = extended ? this.take(longName) : this.take(prose)
    if (text && textAfterWords.has(this.name as string)) {
      this.at -= text[0].length
      return { kind: 'message', text: this.take(messageText)?.[0] as string }
    }
    if (text) return { kind: 'stray', text: text[0], flaw: 'stray-text' }
    const char = this.take(letter)
    return char && this.begun(this.word(char[0]))
  }

  /** Reads the words of a manufacturer's command that has words instead of letters. */
  private ownWords(): Piece | null {
    if (!/^[GM]\d{3,}/.test(this.name as string) || this.pieces.some(({ kind }) => kind === 'word')) return null
    const found = this.take(wordsWithSigns)
    return found && { kind: 'message', text: found[0] }
  }

  /**
   * Marks a word that looks like the start of a second command: `G1` or `M104` after a first one, or a tool after a
   * space.
   */
  private begun(word: Word): Word {
    if (word.value === null || !Number.isInteger(word.value * 10) || word.value < 0) return word
    const name = this.name as string
    if (ownLetters[name]?.includes(word.letter)) return word
    return word.letter === 'G' || word.letter === 'M' ? { ...word, begins: true } : word
  }

  /** Reads `KEY=value`. The value ends at the next space, or at the end of a placeholder in it. */
  private key(pair: RegExpExecArray): Piece {
    const [whole, name = '', value = ''] = pair
    const start = this.at - whole.length
    const end = /^[@{[$%<#]/.test(value) ? formulaEnd(this.text, this.at - value.length) : 0
    this.at = Math.max(this.at, end)
    const text = this.text.slice(start, this.at)
    return { kind: 'key', text, key: name.toUpperCase(), value: unquote(text.slice(name.length + 1)) }
  }

  /** Reads a slicer's placeholder or branch that stands by itself: `{if bed > 80}`. */
  private formula(): Piece | null {
    if (!'{[%<$#'.includes(this.text[this.at] as string)) return null
    const end = formulaEnd(this.text, this.at)
    if (end <= this.at) return null
    const text = this.text.slice(this.at, end)
    if (!/[A-Za-z]/.test(text)) return null
    this.at = end
    return { kind: 'formula', text }
  }

  private stray(): Piece {
    const text = this.take(strayRun)?.[0] ?? (this.text[this.at++] as string)
    return { kind: 'stray', text, flaw: oddChars.test(text) ? 'odd-character' : 'stray-text' }
  }

  private word(char: string): Word {
    const start = this.at - 1
    const upper = char.toUpperCase()
    const word = (more: Partial<Word>): Word => ({
      kind: 'word',
      text: this.text.slice(start, this.at),
      letter: upper,
      value: null,
      quoted: null,
      formula: null,
      flaw: null,
      ...more,
    })
    const end = formulaEnd(this.text, this.at)
    if (end > this.at && this.text[this.at] !== '(') {
      const formula = this.text.slice(this.at, end)
      this.at = end
      return word({ formula })
    }
    const quote = this.take(quoted)
    if (quote) return word({ quoted: unquote(quote[1] as string) })
    this.take(gapBeforeNumber)
    const digits = this.take(number)
    if (!digits) {
      const bad = this.take(badNumber)?.[0]
      return word({ flaw: bad === undefined ? null : oddChars.test(bad) ? 'odd-character' : 'not-a-number' })
    }
    const value = machineNumber(digits[0])
    if (value === null) return word({ flaw: 'not-a-number' })
    if (this.take(listTail)) return word({ value })
    if (this.take(commaTail)) return word({ value, flaw: 'decimal-comma' })
    // In `X1e9` the small letter was meant as an exponent; `X1E9` is two words without a space between them.
    if (char === upper && upper !== 'E' && this.take(exponentTail)) return word({ flaw: 'exponent' })
    if (this.take(numberTail)) return word({ flaw: 'not-a-number' })
    return word({ value })
  }
}

const unquote = (text: string): string => (/^(["']).*\1$/s.test(text) ? text.slice(1, -1) : text)
