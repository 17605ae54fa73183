// Evaluates a slicer's placeholders with their taught or guessed meanings, so that a script with them can be rehearsed
// at once.
import { plain } from '../format.ts'
import { scopeOf, type World } from '../formula/values.ts'
import { changeFor } from '../model/changes.ts'
import { momentFacts } from '../model/moment.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { elementName, readExpression } from './expression.ts'
import { type Foreign, type LookUp, workOut } from './foreign.ts'
import { guessMeaning, perTool } from './guess.ts'
import { asksUse, guessElement } from './learn.ts'
import { type Heights, likelyHeight } from './likely-height.ts'

/** Where a word's meaning comes from: taught, guessed from the word, or from the letter before it. */
export type Source = 'taught' | 'guessed' | 'letter'

/** A placeholder with the value that was used for it. `value` is the value of ours that it was taken for. */
export type Placeholder = { text: string; lines: number[]; value: string | null; with: string; source: Source }

/** Values that exist only at certain moments, with their replacements at other moments. */
const atOtherMoments: Readonly<Record<string, string>> = {
  height: 'top',
  layer: 'layers',
  to_tool: 'first_tool',
  from_tool: 'first_tool',
}

/** A tool number that is part of a word, as in `bed_temp_1`. */
const numbered = /^(.*?)_?(\d)$/

export class Placeholders {
  private readonly seen = new Map<string, Placeholder>()
  /** Placeholders of unknown meaning, with their lines. */
  readonly absent = new Map<string, number[]>()
  /** The slicer's own variables, with their present values. */
  own: ReadonlyMap<string, Foreign> = new Map()
  /** The meaning found by the last look-up, for the record. */
  private last: { value: string; source: Source } | null = null

  /**
   * Whether the script has separate words for the first layer's temperature; then the other words mean later layers.
   */
  private readonly tellsFirst: boolean

  /** `words` are all words in the script's placeholders. */
  constructor(
    private readonly world: World,
    private readonly vocabulary: Vocabulary | undefined,
    words: readonly string[],
  ) {
    this.tellsFirst = words.some(word => ['bed', 'nozzle'].includes(guessMeaning(word).value ?? ''))
  }

  /** All placeholders in the order of their first use. */
  get all(): Placeholder[] {
    return [...this.seen.values()]
  }

  /** Evaluates a formula while a tool is in use; null if a word in it has no meaning. */
  worth(text: string, inside: string, line: number, tool: number): Foreign {
    this.last = null
    const found = workOut(inside, this.lookUpWith(tool))
    if (found !== null && this.last) this.note(text, line, this.last, shown(found))
    return found
  }

  /** Guesses a lift's height from the shape of its formula, mm. Words that the person taught keep their meanings. */
  height(text: string, inside: string, line: number, tool: number, heights: Heights): number | null {
    const isTaught = (word: string) => this.own.has(word) || this.vocabulary?.words.some(each => each.word === word)
    const lookUp = this.lookUpWith(tool)
    const found = likelyHeight(inside, heights, (word, ...rest) => (isTaught(word) ? lookUp(word, ...rest) : null))
    if (found !== null) this.standIn(text, line, `${plain(found)} mm`)
    return found
  }

  /** Evaluates a formula in a message, as text; null if unknown. Not recorded. */
  shown(inside: string, tool: number): string | null {
    const found = workOut(inside, this.lookUpWith(tool))
    return typeof found === 'number' ? String(Number(found.toFixed(3))) : typeof found === 'string' ? found : null
  }

  /** Sets one of the slicer's own variables from here on. */
  assign(name: string, formula: string, tool: number): void {
    this.own = new Map(this.own).set(name, workOut(formula, this.lookUpWith(tool)))
  }

  /** Evaluates with the variables set above a line, although later values may be known already. */
  withOwn<T>(own: ReadonlyMap<string, Foreign>, work: () => T): T {
    const now = this.own
    this.own = own
    const found = work()
    this.own = now
    return found
  }

  /** Records the value used for a placeholder whose meaning is known only from its letter. */
  standIn(text: string, line: number, withText: string): void {
    this.note(text, line, { value: null, source: 'letter' }, withText)
  }

  /** Records a placeholder of unknown meaning; the word it belongs to counts as absent. */
  leaveOut(text: string, line: number): void {
    const lines = this.absent.get(text)
    if (!lines) this.absent.set(text, [line])
    else if (!lines.includes(line)) lines.push(line)
  }

  private note(
    text: string,
    line: number,
    { value, source }: { value: string | null; source: Source },
    withText: string,
  ): void {
    const before = this.seen.get(text)
    if (!before) this.seen.set(text, { text, lines: [line], value, with: withText, source })
    else if (!before.lines.includes(line)) before.lines.push(line)
  }

  private lookUpWith(tool: number): LookUp {
    const scope = scopeOf(this.world, tool, new Map())
    const worthOf = (value: string, of: number | null): number | null => {
      for (const name of [value, atOtherMoments[value]]) {
        if (!name) continue
        for (const which of of === null ? [null] : [of, null]) {
          const found = scope.value(name, which)
          if (!('missing' in found)) return found.value
        }
      }
      return null
    }
    const look: LookUp = (word, index, element) => {
      const own = index === null ? this.own.get(word) : undefined
      if (own !== undefined) return own
      const taughtAs = (name: string | null) =>
        name === null ? undefined : this.vocabulary?.words.find(each => each.word === name)
      const ofList = taughtAs(element)
      const taught = ofList ?? taughtAs(word)
      if (taught?.value) {
        this.last ??= { value: taught.value, source: 'taught' }
        const [value = '', of] = taught.value.split(' of T')
        const which = of !== undefined ? Number(of) : ofList ? null : toolIn(index, tool, this.world)
        if (value === 'uses') return which === null ? null : scope.uses(which)
        const text = scope.text(value, which)
        return typeof text === 'string' ? text : worthOf(value, which)
      }
      if (taught?.standIn != null) return taught.standIn
      // A word that the person confirmed without a meaning keeps its guessed one.
      const source = taught ? 'taught' : 'guessed'
      const inList = element === null ? null : elementIn(element)
      if (inList !== null) {
        this.last ??= { value: inList, source }
        return worthOf(inList, null)
      }
      const text = textValue(word, this.world, toolIn(index, tool, this.world) ?? tool)
      if (text !== null) {
        this.last ??= { value: 'material', source }
        return text
      }
      const whole = guessMeaning(word).value
      const parts = numbered.exec(word)
      const guessed = whole ?? (parts ? guessMeaning(parts[1] ?? '').value : null)
      // If a start script has one word for a heater's temperature, it means the first layer's.
      const begins = momentFacts[this.world.moment].runs === 'before' && !this.tellsFirst
      const plain = begins ? (guessed?.replace(/^(bed|nozzle)_later$/, '$1') ?? null) : guessed
      if (plain === null)
        return asksUse(word) && index !== null && /^\d+$/.test(index) ? scope.uses(Number(index)) : null
      // A number after a value that does not belong to a tool has a different meaning.
      if (index !== null && !perTool.has(plain)) return null
      this.last ??= { value: plain, source }
      return worthOf(plain, index === null && parts ? Number(parts[2]) : toolIn(index, tool, this.world))
    }
    return look
  }
}

/** The likely meaning of a list's element, such as `area_min[0]`. */
function elementIn(element: string): string | null {
  const tree = readExpression(element)
  return tree?.is === 'word' && elementName(tree) !== null ? guessElement(tree).value : null
}

/** The tool in an index: a number, or a word for the first, next or previous tool. */
function toolIn(index: string | null, inUse: number, world: World): number | null {
  if (index === null) return null
  if (/^\d+$/.test(index)) return Number(index)
  const value = guessMeaning(index).value
  const { from, to } = changeFor(world.job, world.change)
  return value === 'to_tool' ? to : value === 'from_tool' ? from : value === 'first_tool' ? world.job.firstTool : inUse
}

/** Words for texts: the kind of material, the printer's name. */
function textValue(word: string, world: World, tool: number): string | null {
  const parts = word.toLowerCase().split(/[^a-z]+/)
  if (parts.includes('filament') || parts.includes('material'))
    return parts.some(part => ['type', 'kind', 'name', 'preset', 'profile'].includes(part))
      ? world.materialOf(tool).name
      : null
  if (parts.includes('printer') && parts.some(part => ['name', 'model', 'preset', 'type'].includes(part)))
    return world.printer.name
  return null
}

const shown = (value: Foreign): string =>
  typeof value === 'number'
    ? String(Number(value.toFixed(3)))
    : typeof value === 'boolean'
      ? value
        ? 'yes'
        : 'no'
      : `“${value}”`
