// What we know of a printer: the one schema that guards the database, the API and imported files.
import * as v from 'valibot'
import { count, listOf, mm, nonNegative, plainName, plainText, positive } from './pieces.ts'
import { TaughtCommand } from './taught.ts'

const celsius = v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(1000))
const whole = v.pipe(count, v.maxValue(10_000))

/** A span along one axis in mm, low end first. */
const Span = v.pipe(
  v.tuple([mm, mm]),
  v.check(([low, high]) => low < high, 'a span is written low end first, as [0, 230]'),
)

const Axes = v.object({ x: positive, y: positive, z: positive, e: positive })

export const Corner = v.variant('kind', [
  v.object({ kind: v.literal('jerk'), x: positive, y: positive, z: positive, e: positive }),
  v.object({ kind: v.literal('deviation'), mm: positive }),
  v.object({ kind: v.literal('speed'), mmS: positive }),
])

const Tool = v.object({
  name: plainText(80),
  /** The number that scripts call it by where that is not its place in the list: `11` for head 1 on carriage 1. */
  address: v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0))), null),
  /** Where its nozzle is from the head's own place, mm. */
  offset: v.optional(v.object({ x: mm, y: mm, z: mm }), { x: 0, y: 0, z: 0 }),
  nozzleMm: positive,
  filamentMm: positive,
  /** What firmware retraction (G10) draws back, in mm, and how fast, in mm/s. */
  retractMm: nonNegative,
  retractMmS: positive,
  /** The most the hot end can melt, mm³/s. */
  highestFlowMm3S: positive,
  /** How many filaments it takes at once; more than one in a mixing hot end. */
  mixingInputs: v.optional(whole, 1),
  /** The tool whose heater it shares, where it has none of its own. */
  heater: v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0))), null),
  /** Where its carriage rests along X while another one prints, mm; null where it has no carriage of its own. */
  parksX: v.optional(v.nullable(mm), null),
})

/** A named place beside the work, as a purge bucket, a brush or a dock; for a dock, where the head stands before it goes in; mm. */
const Spot = v.object({
  name: v.pipe(
    v.string(),
    v.regex(
      /^[a-z][a-z0-9_]*$/,
      ({ input }) =>
        `“${input.slice(0, 40)}” is no name for a spot: small letters, figures and underscores, as dock_1, so that scripts can call it @dock_1_x`,
    ),
  ),
  x: mm,
  y: mm,
  z: mm,
  approach: v.optional(v.object({ x: mm, y: mm })),
})

/** A block on the bed or beside it where the head must not go, as a clip or a camera: its sides, and how high it is; mm. */
const Zone = v.object({
  name: plainName('a zone', 40),
  x: Span,
  y: Span,
  highMm: positive,
})

/** Warm-up times as a person measures them with a watch, from a room at 20 °C. */
const NozzleHeater = v.object({ highestC: celsius, secondsTo200: positive, secondsCooling200To50: positive })
const BedHeater = v.object({
  highestC: celsius,
  secondsTo60: positive,
  secondsTo100: positive,
  /** Minutes after which its surface has settled once the plate is warm; 0 where that is not known. */
  settleMin: v.optional(nonNegative, 0),
  secondsCooling60To30: positive,
})

/** `heated` is false for an enclosure that only the bed warms; `bedShare` says how far: the air's warmth over the bed's. */
const Chamber = v.object({
  highestC: celsius,
  secondsTo40: positive,
  secondsCooling40To30: positive,
  heated: v.optional(v.boolean(), true),
  bedShare: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(1)), 0.25),
})

const Probe = v.object({
  kind: v.picklist(['touch', 'inductive', 'nozzle']),
  /** Where the probe stands from the nozzle, mm; along Z how far it reaches below, as the firmware counts it, where that is known. */
  offset: v.object({ x: mm, y: mm, z: v.optional(v.nullable(mm)) }),
  /** Points of a full probing along X and Y. */
  grid: v.object({ x: whole, y: whole }),
  /** How far the outer points stay from the bed's edge, mm. */
  insetMm: nonNegative,
  secondsPerPoint: positive,
  /**
   * How a touch goes, where that is known: from `liftMm` down at `fastMmS`, up by `bumpMm`, down again at `slowMmS`, and up.
   * Where it is given, the time of a point comes from it and from the way there, not from `secondsPerPoint`.
   */
  dip: v.optional(
    v.nullable(
      v.object({ liftMm: positive, bumpMm: nonNegative, fastMmS: positive, slowMmS: positive, travelMmS: positive }),
    ),
    null,
  ),
})

export const Firmware = v.object({
  family: v.picklist(['board', 'host', 'macro-file', 'dispensing']),
  version: v.pipe(v.string(), v.regex(/^\d+(\.\d+)*$/, 'a version is numbers with points between them')),
  /** What the printer says it can do, as `EEPROM` to whether it is on; empty where nobody asked it. */
  abilities: v.optional(v.record(v.string(), v.boolean()), {}),
})

export const MacroFile = v.object({
  name: plainName('a macro file', 120),
  text: plainText(400_000),
})
export type MacroFile = v.InferOutput<typeof MacroFile>

/** How a field is known: a file says it, it follows from what files say, it is what is usual, or somebody measured it. */
export const howKnown = ['stated', 'derived', 'guessed', 'measured'] as const
export type HowKnown = (typeof howKnown)[number]

/** Where a field's value comes from; file and line are null where none says it. */
const Source = v.object({
  how: v.picklist(howKnown),
  file: v.optional(v.nullable(v.pipe(v.string(), v.maxLength(200))), null),
  line: v.optional(v.nullable(count), null),
})
export type Source = v.InferOutput<typeof Source>

export const Printer = v.object({
  name: plainName('a printer'),
  about: plainText(4000),
  firmware: Firmware,
  /** Which axis carries the bed: a bed on Y slides front to back, one on Z goes down; with none the bed stays and all else moves. */
  bedCarriedOn: v.picklist(['y', 'z', 'none']),
  /** Where the head can go, mm, from the origin at the bed's front left corner. */
  reach: v.object({ x: Span, y: Span, z: Span }),
  /** Of a machine whose reach is a circle about the bed's middle: how far, mm. */
  reachRadiusMm: v.optional(v.nullable(positive), null),
  /** A round bed is the circle that fits in its extent. */
  bed: v.object({ x: Span, y: Span, round: v.optional(v.boolean(), false) }),
  highestSpeedMmS: Axes,
  highestAccelerationMmS2: Axes,
  accelerationMmS2: v.object({ print: positive, travel: positive, retract: positive }),
  /** How sharply corners are taken: what each axis takes at once, how far a corner is cut, or the speed round a right angle. */
  corner: v.optional(Corner, { kind: 'speed', mmS: 5 }),
  homing: v.object({
    /** Where the head stands after all axes have been homed, mm. */
    at: v.object({ x: mm, y: mm, z: mm }),
    speedMmS: v.object({ x: positive, y: positive, z: positive }),
    /** In which order, where it differs from what its firmware does by itself. */
    order: v.optional(
      v.nullable(
        v.pipe(
          v.array(v.picklist(['x', 'y', 'z'])),
          v.check(order => new Set(order).size === 3 && order.length === 3, 'each axis comes once'),
        ),
      ),
      null,
    ),
    /** How far it backs off an end stop to touch it again, mm, at a share of its speed; 0 for once only. */
    bumpMm: v.optional(v.object({ x: nonNegative, y: nonNegative, z: nonNegative }), { x: 0, y: 0, z: 0 }),
    bumpShare: v.optional(v.pipe(v.number(), v.gtValue(0), v.maxValue(1)), 0.5),
  }),
  probe: v.nullable(Probe),
  /** Whether a measured bed shape is kept in the board's memory, for M420 to load. */
  storedMesh: v.boolean(),
  tools: v.pipe(listOf(Tool, 64), v.minLength(1)),
  heaters: v.object({
    nozzle: NozzleHeater,
    bed: BedHeater,
    chamber: v.optional(v.nullable(Chamber), null),
    /** Whether the supply warms bed and nozzle at once; if not, the nozzle waits for the bed. */
    together: v.optional(v.boolean(), true),
  }),
  /** When a wait for a heater ends, where this printer differs from its firmware: within so many °C, for so many s. */
  waits: v.optional(v.nullable(v.object({ windowC: nonNegative, dwellS: nonNegative })), null),
  /** A host's config file with the macros that scripts of this printer may call; empty where there are none. */
  macros: v.optional(plainText(400_000), ''),
  /** The files that this config includes, each with its name there. */
  configFiles: v.optional(listOf(MacroFile, 500), []),
  /** The macro files on a board's card that its scripts may call, each with its name there. */
  macroFiles: v.optional(listOf(MacroFile, 500), []),
  /** What it says of itself and a rehearsal can't know, by the way that a macro asks for it (`printer.mcu.last_stats`). */
  unseen: v.optional(
    listOf(v.object({ path: v.pipe(v.string(), v.minLength(1), v.maxLength(200)), value: mm }), 500),
    [],
  ),
  /** Commands of its maker's own, taught for this printer alone; those of its whole firmware family are kept apart. */
  taught: v.optional(listOf(TaughtCommand, 2000), []),
  /** The coldest nozzle, °C, and the fattest bead, mm², with which it extrudes, where its settings say otherwise than its firmware. */
  extrudes: v.optional(
    v.object({
      coldestC: v.optional(v.nullable(celsius), null),
      fattestBeadMm2: v.optional(v.nullable(positive), null),
    }),
    { coldestC: null, fattestBeadMm2: null },
  ),
  /** Where fields come from, by their way in this schema (`tools.0.nozzleMm`); those without are the person's own. */
  sources: v.optional(v.record(v.pipe(v.string(), v.maxLength(120)), Source), {}),
  /** What a change of filament by hand moves: out, in and through the nozzle, mm, and how fast; null where that is not known. */
  filamentChange: v.optional(
    v.nullable(v.object({ unloadMm: nonNegative, loadMm: nonNegative, purgeMm: nonNegative, speedMmS: positive })),
    null,
  ),
  display: v.nullable(v.object({ columns: whole })),
  spots: v.optional(listOf(Spot, 200), []),
  /** Where the head must not go. */
  zones: v.optional(listOf(Zone, 200), []),
  /** What else it has, for guards to ask: `lights`, `gantry_alignment`. */
  features: v.optional(
    listOf(
      v.pipe(
        v.string(),
        v.regex(
          /^[a-z][a-z0-9_]{0,59}$/,
          ({ input }) => `“${input.slice(0, 40)}” is no name for a feature: one word of small letters, as lights`,
        ),
      ),
      100,
    ),
    [],
  ),
})

export type Printer = v.InferOutput<typeof Printer>
export type Probe = v.InferOutput<typeof Probe>
export type Zone = v.InferOutput<typeof Zone>
export type Tool = v.InferOutput<typeof Tool>
export type Spot = v.InferOutput<typeof Spot>
export type Span = v.InferOutput<typeof Span>
export type Axis = 'x' | 'y' | 'z'
export const axes: readonly Axis[] = ['x', 'y', 'z']

/** The macro file of this name, whatever the folder and the case that it is called with. */
export function fileNamed({ macroFiles }: Pick<Printer, 'macroFiles'>, name: string): MacroFile | undefined {
  const bare = (path: string) => path.slice(Math.max(path.lastIndexOf('/'), path.lastIndexOf(':')) + 1).toLowerCase()
  return macroFiles.find(file => bare(file.name) === bare(name))
}

/** How far a place lies outside the bed, mm; 0 on it and on its edge. */
export function offBedMm({ bed }: Pick<Printer, 'bed'>, x: number, y: number): number {
  const [[left, right], [front, back]] = [bed.x, bed.y]
  if (!bed.round) return Math.hypot(Math.max(left - x, 0, x - right), Math.max(front - y, 0, y - back))
  return Math.max(
    0,
    Math.hypot(x - (left + right) / 2, y - (front + back) / 2) - Math.min(right - left, back - front) / 2,
  )
}

/** How far a place lies beyond a round reach, mm; 0 where the reach is not round. */
export function beyondRadiusMm(
  { bed, reachRadiusMm }: Pick<Printer, 'bed' | 'reachRadiusMm'>,
  x: number,
  y: number,
): number {
  if (reachRadiusMm === null) return 0
  const [middleX, middleY] = [(bed.x[0] + bed.x[1]) / 2, (bed.y[0] + bed.y[1]) / 2]
  return Math.max(0, Math.hypot(x - middleX, y - middleY) - reachRadiusMm)
}

/** What a tool retracts for a travel, mm; the first tool's where none, or none of its own, is in use. */
export const retractionOf = ({ tools }: Pick<Printer, 'tools'>, tool: number): number =>
  (tools[Math.max(0, tool)] ?? tools[0])?.retractMm ?? 0

/** Up to so many times a tool's own retraction, filament that stands back may be the program's retraction, and a push its return. */
export const ordinaryRetraction = 1.5

/** The spot of this name, where the printer has one. */
export const spotOf = (printer: Printer, name: string): Spot | undefined =>
  printer.spots.find(spot => spot.name === name)

/** Whether a spot of this name is a dock. */
export const isDock = (spot: string): boolean => spot.startsWith('dock')

/** The docks in the order of their tools. */
export const docksOf = ({ spots }: Pick<Printer, 'spots'>): Spot[] => spots.filter(({ name }) => isDock(name))
