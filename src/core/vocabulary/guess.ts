// Guesses the meaning of a slicer's word from the ordinary words in it. No guess is better than a wrong one.
import { textSpecs, valueSpecs } from '../formula/values.ts'

/** The likely meaning, and its certainty from 0 to 1. */
export type Guess = { value: string | null; sureness: number }

/** Ideas, each with the ordinary words for it. A word may stand for several ideas. */
const ideas: Readonly<Record<string, string>> = {
  heat: 'temperature temp temps heat degrees degree celsius warmth warm heating',
  bed: 'bed plate platform heatbed buildplate table',
  nozzle: 'nozzle extruder hotend head tip printhead hot',
  tool: 'tool tools extruder extruders head heads toolhead',
  chamber: 'chamber enclosure air cabinet box',
  first: 'first initial start starting begin beginning opening base bottom',
  later: 'other others rest remaining following after subsequent later general regular',
  layer: 'layer layers slice slices',
  height: 'height thickness thick',
  z: 'z',
  x: 'x',
  y: 'y',
  of: 'of',
  many: 'layers tools extruders heads',
  count: 'total count many amount',
  number: 'number num no nr index id',
  now: 'current this present now actual active reached',
  least: 'min minimum lowest least smallest',
  most: 'max maximum highest most largest tallest',
  left: 'left',
  right: 'right',
  front: 'front',
  back: 'back rear',
  top: 'top',
  point: 'point edge end corner bound bounds area range',
  print: 'print printing printed part object model job file',
  reach: 'machine axis travel reach printable',
  soak: 'soak soaking',
  minutes: 'minutes minute mins',
  probing: 'probing probe levelling leveling',
  drip: 'drip dripping ooze oozing',
  none: 'no without free safe',
  flow: 'flow extrusion',
  factor: 'factor multiplier ratio rate',
  wide: 'diameter size width bore dia',
  material: 'material filament strand',
  kind: 'kind type name preset profile',
  title: 'name title',
  printer: 'printer',
  before: 'previous prev from old last before leave leaving left',
  next: 'next new coming upcoming incoming arriving after',
  towards: 'to',
  used: 'used use uses',
}

/** Words without a meaning of their own here. */
const fillers = new Set(
  'the a an in at for to of on we with as while per each how wanted target set value val mm deg c my our own too heated print printing start'.split(
    ' ',
  ),
)

/** Words that reverse a meaning, ask a question, or name a different quantity: nothing is guessed with one of them. */
const elseWhere = new Set(
  'not non never disable disabled off unheated is has have can enable enabled wants offset delta difference time seconds second third speed feed feedrate fan cost price weight standby idle wait retract retraction length volume cool cooling timeout tolerance hysteresis accel acceleration pressure color colour vendor skip ignore plus minus half double twice quarter cold purge purging prime wipe change changes stop finish end step steps increase raise lower drop extra add'.split(
    ' ',
  ),
)

const ideasOf = new Map<string, Set<string>>()
for (const [idea, words] of Object.entries(ideas))
  for (const word of words.split(' ')) ideasOf.set(word, (ideasOf.get(word) ?? new Set()).add(idea))

const known = (word: string): boolean => ideasOf.has(word) || fillers.has(word) || elseWhere.has(word)

/** Splits `bedtemp` into `bed temp`, if it consists entirely of known words. */
function parted(word: string): string[] {
  if (known(word) || word.length < 6 || word.length > 40) return [word]
  for (let at = word.length - 3; at >= 3; at--) {
    const head = word.slice(0, at)
    const tail = known(head) ? parted(word.slice(at)) : []
    if (tail.length > 0 && tail.every(known)) return [head, ...tail]
  }
  return [word]
}

/** The ordinary words in a name: `firstLayerBed_temp0` has first, layer, bed, temp and 0. */
export const partsOf = (word: string): string[] =>
  word
    .replace(/hot[ _]?end/gi, ' nozzle ')
    .replace(/(?<![a-z])(?:heat(?:ed)?|build|print)[ _]?(?:bed|plate)/gi, ' bed ')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/(\d+)/g, ' $1 ')
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter(Boolean)
    .flatMap(parted)

type Clue = { value: string; needs: readonly string[]; may?: string }

const heatMay = 'print layer nozzle tool material number'
/** Clues, most specific first. An idea that a clue neither needs nor allows excludes it; `a|b` needs one of the two. */
const clues: readonly Clue[] = [
  { value: 'ooze_safe', needs: ['heat', 'probing'], may: 'nozzle tool none drip' },
  { value: 'ooze_safe', needs: ['none', 'drip'], may: 'nozzle tool heat number' },
  { value: 'soak', needs: ['soak'], may: 'minutes least bed print' },
  { value: 'chamber', needs: ['chamber', 'heat'], may: 'first later layer print' },
  { value: 'bed_later', needs: ['bed', 'heat', 'later'], may: 'first print layer material' },
  { value: 'nozzle_later', needs: ['heat', 'later'], may: `first ${heatMay}` },
  { value: 'bed', needs: ['bed', 'heat', 'first'], may: 'print layer material' },
  { value: 'nozzle', needs: ['nozzle|tool|layer|print', 'heat', 'first'], may: heatMay },
  { value: 'bed_later', needs: ['bed', 'heat'], may: 'print layer material' },
  { value: 'nozzle_later', needs: ['heat'], may: heatMay },
  { value: 'nozzle_size', needs: ['nozzle', 'wide'], may: 'tool' },
  { value: 'filament_size', needs: ['material', 'wide|height'] },
  { value: 'flow', needs: ['flow|factor', 'flow|factor|material'], may: 'flow factor material print' },
  { value: 'first_layer', needs: ['first', 'layer', 'height'], may: 'print point' },
  { value: 'height', needs: ['now', 'height|z'], may: 'print layer' },
  { value: 'layer_height', needs: ['layer', 'height'], may: 'later print' },
  { value: 'layers', needs: ['layer', 'count'], may: 'many number print' },
  { value: 'layers', needs: ['layer', 'many', 'number'], may: 'print' },
  { value: 'layer', needs: ['layer', 'number|now'], may: 'number now print' },
  { value: 'height', needs: ['layer', 'z'], may: 'print' },
  // The maximum print height of the machine, not of the job.
  { value: 'reach_top', needs: ['reach', 'height|z'], may: 'most print' },
  { value: 'reach_top', needs: ['most', 'print', 'height'] },
  { value: 'top', needs: ['most|count', 'z'], may: 'print height layer' },
  { value: 'top', needs: ['most|top|count', 'z|height|point|print'], may: 'z height point print top' },
  { value: 'top', needs: ['print', 'height|z'] },
  { value: 'tools_used', needs: ['tool', 'count'], may: 'nozzle many print used number' },
  { value: 'tools_used', needs: ['tool', 'many', 'number|used'], may: 'nozzle print used number' },
  { value: 'material', needs: ['material', 'kind'], may: 'title' },
  { value: 'printer_name', needs: ['printer', 'kind|title|print'], may: 'kind title print' },
  { value: 'job_name', needs: ['print', 'title'], may: 'kind' },
  { value: 'from_tool', needs: ['tool', 'before'], may: 'nozzle left number towards' },
  { value: 'to_tool', needs: ['tool', 'next|towards'], may: 'nozzle number towards' },
  { value: 'first_tool', needs: ['tool', 'first|now'], may: 'nozzle number print' },
  { value: 'first_tool', needs: ['tool'], may: 'nozzle number' },
]

const sides = [
  { value: 'left', of: ['left', 'x least'] },
  { value: 'right', of: ['right', 'x most'] },
  { value: 'front', of: ['front', 'y least'] },
  { value: 'back', of: ['back', 'y most'] },
]

/** An edge of the print, of the bed or of the reach: `part_left_edge`, `bed_x_max`. */
function sideIn(has: ReadonlySet<string>): string | null {
  for (const { value, of } of sides)
    for (const given of of.map(each => each.split(' '))) {
      const may = ['point', 'print', 'before', 'bed', 'reach', 'first', 'layer', ...given]
      if (!given.every(each => has.has(each)) || [...has].some(each => !may.includes(each))) continue
      return `${has.has('bed') ? 'bed' : has.has('reach') ? 'reach' : 'print'}_${value}`
    }
  return null
}

const nobody: Guess = { value: null, sureness: 0 }

/** Whether a word has what a clue needs, and nothing that the clue does not allow. */
function fits({ needs, may = '' }: Clue, has: ReadonlySet<string>, parts: readonly string[]): boolean {
  const wanted = new Set(needs.flatMap(each => each.split('|')))
  const allowed = new Set(may.split(' '))
  if (!needs.every(any => any.split('|').some(each => has.has(each)))) return false
  // A word with several ideas excludes a clue only if the clue allows none of them.
  return parts.every(part => {
    const its = [...(ideasOf.get(part) ?? [])]
    return its.length === 0 || fillers.has(part) || its.some(each => wanted.has(each) || allowed.has(each))
  })
}

/** Cache of guesses: a script has few words, and each is asked for whenever its line runs. */
const guessed = new Map<string, Guess>()
const maxGuesses = 4000

/**
 * The certainty grows with the share of the word that the guess explains. A digit, a “not” or a question is never
 * ignored.
 */
export function guessMeaning(word: string): Guess {
  const known = guessed.get(word)
  if (known) return known
  if (guessed.size >= maxGuesses) guessed.clear()
  const guess = guessAnew(word)
  guessed.set(word, guess)
  return guess
}

function guessAnew(word: string): Guess {
  let parts = partsOf(word)
  // “layer 0” and “layer one” both mean the first layer.
  const isLayer = (i: number) => ideasOf.get(parts[i] ?? '')?.has('layer')
  parts = parts.map((part, i) =>
    (part === '0' && (isLayer(i - 1) || isLayer(i + 1))) || (part === 'one' && isLayer(i - 1)) ? 'first' : part,
  )
  // “no” before an oozing word, or after something counted, is harmless; elsewhere it reverses the meaning.
  const oozes = parts.some(part => ideasOf.get(part)?.has('drip'))
  const denied = parts.some(
    (part, i) =>
      part === 'no' &&
      !oozes &&
      !ideasOf.get(parts[i - 1] ?? '')?.has('layer') &&
      !ideasOf.get(parts[i - 1] ?? '')?.has('tool'),
  )
  if (denied || parts.some(part => elseWhere.has(part) || /^\d+$/.test(part) || part === 'without')) return nobody
  const has = new Set(parts.flatMap(part => [...(ideasOf.get(part) ?? [])]))
  if (has.has('chamber') && !has.has('heat')) return nobody
  // An unknown word may change the meaning; a short prefix is most likely the slicer's own.
  if (parts.some(part => !known(part) && part.length > 2)) return nobody
  const strange = parts.filter(part => !known(part)).length / parts.length
  const side = sideIn(
    new Set(parts.flatMap(part => (fillers.has(part) && part !== 'print' ? [] : [...(ideasOf.get(part) ?? [])]))),
  )
  if (side) return { value: side, sureness: sureness(2, strange) }
  const clue = clues.find(each => fits(each, has, parts))
  return clue ? { value: clue.value, sureness: sureness(clue.needs.length, strange) } : nobody
}

const sureness = (understood: number, strange: number): number =>
  Math.min(1, Math.round((0.4 + 0.15 * understood + 0.2 * (1 - strange)) * 100) / 100)

/** Values that exist for each tool, including texts. */
export const perTool: ReadonlySet<string> = new Set(
  [...valueSpecs, ...textSpecs].flatMap(({ name, perTool: own }) => (own ? [name] : [])),
)
