// A printer. This schema guards the database, the API and imported files.
import * as v from 'valibot'
import { FamilyName, familyFacts } from './family.ts'
import { count, listOf, mm, nonNegative, plainName, plainText, positive } from './pieces.ts'
import { TaughtCommand } from './taught.ts'

const celsius = v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(1000))
const whole = v.pipe(count, v.maxValue(10_000))

/** A range along one axis in mm, lower end first. */
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
  /** The number that scripts use for the tool if it is not its index: `11` for head 1 on carriage 1. */
  address: v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0))), null),
  /** The offset of its nozzle from the head, mm. */
  offset: v.optional(v.object({ x: mm, y: mm, z: mm }), { x: 0, y: 0, z: 0 }),
  nozzleMm: positive,
  filamentMm: positive,
  /** The length of firmware retraction (G10), mm, and its speed, mm/s. */
  retractMm: nonNegative,
  retractMmS: positive,
  /** The largest flow that the hot end can melt, mm³/s. */
  highestFlowMm3S: positive,
  /** The number of filaments it takes at once; more than one for a mixing hot end. */
  mixingInputs: v.optional(whole, 1),
  /** The tool whose heater it shares; null if it has its own. */
  heater: v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0))), null),
  /** The X position where its carriage parks while the other one prints, mm; null without a carriage of its own. */
  parksX: v.optional(v.nullable(mm), null),
})

/**
 * A named spot, such as a purge bucket, a brush or a dock; for a dock, also the position of the head before it enters;
 * mm.
 */
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

/** A keep-out zone, such as a clip or a camera: its sides and its height, mm. */
const Zone = v.object({
  name: plainName('a zone', 40),
  x: Span,
  y: Span,
  highMm: positive,
})

/** Warm-up times measured with a watch, from a room at 20 °C. */
const NozzleHeater = v.object({ highestC: celsius, secondsTo200: positive, secondsCooling200To50: positive })
const BedHeater = v.object({
  highestC: celsius,
  secondsTo60: positive,
  secondsTo100: positive,
  /** Minutes until the surface has settled after the plate is warm; 0 if unknown. */
  settleMin: v.optional(nonNegative, 0),
  secondsCooling60To30: positive,
})

/**
 * `heated` is false for an enclosure that only the bed warms. `bedShare` is the ratio of the air's difference to the
 * room to the bed's.
 */
const Chamber = v.object({
  highestC: celsius,
  secondsTo40: positive,
  secondsCooling40To30: positive,
  heated: v.optional(v.boolean(), true),
  bedShare: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(1)), 0.25),
})

const Probe = v.object({
  kind: v.picklist(['touch', 'inductive', 'nozzle']),
  /**
   * The probe's offset from the nozzle, mm. Z is how far the probe reaches below the nozzle, as the firmware counts it;
   * null if unknown.
   */
  offset: v.object({ x: mm, y: mm, z: v.optional(v.nullable(mm)) }),
  /** Points of a full probing along X and Y. */
  grid: v.object({ x: whole, y: whole }),
  /** Distance of the outer points from the bed's edge, mm. */
  insetMm: nonNegative,
  secondsPerPoint: positive,
  /**
   * The moves of one probing, if known: from `liftMm` down at `fastMmS`, up by `bumpMm`, down again at `slowMmS`, and
   * up. If given, the time for a point is calculated from them and the travel, not from `secondsPerPoint`.
   */
  dip: v.optional(
    v.nullable(
      v.object({ liftMm: positive, bumpMm: nonNegative, fastMmS: positive, slowMmS: positive, travelMmS: positive }),
    ),
    null,
  ),
})

export const Firmware = v.object({
  family: FamilyName,
  version: v.pipe(v.string(), v.regex(/^\d+(\.\d+)*$/, 'a version is numbers with points between them')),
  /** The abilities that the printer reports, such as `EEPROM`, and whether each is on; empty if it was not asked. */
  abilities: v.optional(v.record(v.string(), v.boolean()), {}),
})

export const MacroFile = v.object({
  name: plainName('a macro file', 120),
  text: plainText(400_000),
})
export type MacroFile = v.InferOutput<typeof MacroFile>

/** How a field is known: stated in a file, derived from files, guessed as usual, or measured. */
export const howKnown = ['stated', 'derived', 'guessed', 'measured'] as const
export type HowKnown = (typeof howKnown)[number]

/** The source of a field's value; file and line are null if no file states it. */
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
  /** Which axis moves the bed: Y (front to back), Z (down), or none. */
  bedCarriedOn: v.picklist(['y', 'z', 'none']),
  /** The range of motion, mm, from the origin. */
  reach: v.object({ x: Span, y: Span, z: Span }),
  /** The radius of a round range of motion around the bed's centre, mm; null if it is rectangular. */
  reachRadiusMm: v.optional(v.nullable(positive), null),
  /** A round bed is the circle inside this rectangle. */
  bed: v.object({ x: Span, y: Span, round: v.optional(v.boolean(), false) }),
  highestSpeedMmS: Axes,
  highestAccelerationMmS2: Axes,
  accelerationMmS2: v.object({ print: positive, travel: positive, retract: positive }),
  /** How corners are taken: by jerk per axis, by deviation, or by the speed at a right angle. */
  corner: v.optional(Corner, { kind: 'speed', mmS: 5 }),
  homing: v.object({
    /** The position of the head after homing all axes, mm. */
    at: v.object({ x: mm, y: mm, z: mm }),
    speedMmS: v.object({ x: positive, y: positive, z: positive }),
    /** The order of the axes, if it differs from the firmware's. */
    order: v.optional(
      v.nullable(
        v.pipe(
          v.array(v.picklist(['x', 'y', 'z'])),
          v.check(order => new Set(order).size === 3 && order.length === 3, 'each axis comes once'),
        ),
      ),
      null,
    ),
    /** Distance to back off an end stop before touching it again, mm, and the share of the speed; 0 means once only. */
    bumpMm: v.optional(v.object({ x: nonNegative, y: nonNegative, z: nonNegative }), { x: 0, y: 0, z: 0 }),
    bumpShare: v.optional(v.pipe(v.number(), v.gtValue(0), v.maxValue(1)), 0.5),
  }),
  probe: v.nullable(Probe),
  /** Whether a probed mesh is saved on the board, so that M420 can load it. */
  storedMesh: v.boolean(),
  tools: v.pipe(listOf(Tool, 64), v.minLength(1)),
  heaters: v.object({
    nozzle: NozzleHeater,
    bed: BedHeater,
    chamber: v.optional(v.nullable(Chamber), null),
    /** Whether the power supply heats bed and nozzle together; if not, the nozzle waits for the bed. */
    together: v.optional(v.boolean(), true),
  }),
  /** When a wait for a heater ends, if this differs from the firmware: tolerance in °C, dwell in s. */
  waits: v.optional(v.nullable(v.object({ windowC: nonNegative, dwellS: nonNegative })), null),
  /** A host's config file with the macros that scripts may call; empty if there is none. */
  macros: v.optional(plainText(400_000), ''),
  /** The files that the config includes, each with its name there. */
  configFiles: v.optional(listOf(MacroFile, 500), []),
  /** The macro files on a board's card that scripts may call, each with its name there. */
  macroFiles: v.optional(listOf(MacroFile, 500), []),
  /** Status values that a rehearsal can't know, by the path that a macro uses (`printer.mcu.last_stats`). */
  unseen: v.optional(
    listOf(v.object({ path: v.pipe(v.string(), v.minLength(1), v.maxLength(200)), value: mm }), 500),
    [],
  ),
  /** Manufacturer's commands taught for this printer alone. Those for a whole family are saved separately. */
  taught: v.optional(listOf(TaughtCommand, 2000), []),
  /** The lowest temperature, °C, and the largest bead, mm², for extrusion, if they differ from the firmware's. */
  extrudes: v.optional(
    v.object({
      coldestC: v.optional(v.nullable(celsius), null),
      fattestBeadMm2: v.optional(v.nullable(positive), null),
    }),
    { coldestC: null, fattestBeadMm2: null },
  ),
  /**
   * Sources of fields, by their paths in this schema (`tools.0.nozzleMm`). Fields without an entry were set by the
   * person.
   */
  sources: v.optional(v.record(v.pipe(v.string(), v.maxLength(120)), Source), {}),
  /** Lengths and speeds of a manual filament change: unload, load, and purge, mm; null if unknown. */
  filamentChange: v.optional(
    v.nullable(v.object({ unloadMm: nonNegative, loadMm: nonNegative, purgeMm: nonNegative, speedMmS: positive })),
    null,
  ),
  display: v.nullable(v.object({ columns: whole })),
  spots: v.optional(listOf(Spot, 200), []),
  /** Where the head must not go. */
  zones: v.optional(listOf(Zone, 200), []),
  /** Further features that guards can ask for: `lights`, `gantry_alignment`. */
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
/** Where the macros of a printer are: in its config, in files on its card, or nowhere. */
export const macroStorage = ({ firmware }: Pick<Printer, 'firmware'>): 'config' | 'files' | null =>
  familyFacts[firmware.family].macros

export type Probe = v.InferOutput<typeof Probe>
export type Zone = v.InferOutput<typeof Zone>
export type Tool = v.InferOutput<typeof Tool>
export type Spot = v.InferOutput<typeof Spot>
export type Span = v.InferOutput<typeof Span>
export type Axis = 'x' | 'y' | 'z'
export const axes: readonly Axis[] = ['x', 'y', 'z']

/** The macro file with this name, ignoring folder and case. */
export function fileNamed({ macroFiles }: Pick<Printer, 'macroFiles'>, name: string): MacroFile | undefined {
  const bare = (path: string) => path.slice(Math.max(path.lastIndexOf('/'), path.lastIndexOf(':')) + 1).toLowerCase()
  return macroFiles.find(file => bare(file.name) === bare(name))
}

/** The distance of a position from the bed, mm; 0 on the bed and its edge. */
export function offBedMm({ bed }: Pick<Printer, 'bed'>, x: number, y: number): number {
  const [[left, right], [front, back]] = [bed.x, bed.y]
  if (!bed.round) return Math.hypot(Math.max(left - x, 0, x - right), Math.max(front - y, 0, y - back))
  return Math.max(
    0,
    Math.hypot(x - (left + right) / 2, y - (front + back) / 2) - Math.min(right - left, back - front) / 2,
  )
}

/** How far a position is beyond a round range of motion, mm; 0 if the range is not round. */
export function beyondRadiusMm(
  { bed, reachRadiusMm }: Pick<Printer, 'bed' | 'reachRadiusMm'>,
  x: number,
  y: number,
): number {
  if (reachRadiusMm === null) return 0
  const [middleX, middleY] = [(bed.x[0] + bed.x[1]) / 2, (bed.y[0] + bed.y[1]) / 2]
  return Math.max(0, Math.hypot(x - middleX, y - middleY) - reachRadiusMm)
}

/** The retraction of a tool for a travel, mm; the first tool's if no tool, or none with a value, is in use. */
export const retractionOf = ({ tools }: Pick<Printer, 'tools'>, tool: number): number =>
  (tools[Math.max(0, tool)] ?? tools[0])?.retractMm ?? 0

/**
 * Up to this multiple of a tool's retraction, filament behind the tip may be the slicer's retraction, and an extrusion
 * its return.
 */
export const ordinaryRetraction = 1.5

/** The spot with this name; undefined if the printer has none. */
export const spotOf = (printer: Printer, name: string): Spot | undefined =>
  printer.spots.find(spot => spot.name === name)

/** Whether a spot with this name is a dock. */
export const isDock = (spot: string): boolean => spot.startsWith('dock')

/** The docks in the order of their tools. */
export const docksOf = ({ spots }: Pick<Printer, 'spots'>): Spot[] => spots.filter(({ name }) => isDock(name))
