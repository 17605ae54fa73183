// Makes a printer from five answers, with usual numbers for everything else.
import * as v from 'valibot'
import { familyFacts } from './family.ts'
import type { Feature } from './feature.ts'
import { count, mm, plainName, positive } from './pieces.ts'
import { Firmware, Printer, type Span } from './printer.ts'

const lengthMm = v.pipe(v.number(), v.minValue(10), v.maxValue(5000))
const highestC = v.pipe(v.number(), v.minValue(0), v.maxValue(1000))

/**
 * Answers about a tool: the offset of its nozzle from the first tool's, mm, and the tool whose heater it shares, if
 * any.
 */
const ToolAnswers = v.object({
  nozzleMm: positive,
  filamentMm: positive,
  offset: v.object({ x: mm, y: mm, z: mm }),
  heater: v.nullable(count),
  mixingInputs: v.pipe(count, v.minValue(1), v.maxValue(16)),
})

export const Answers = v.object({
  name: plainName('a printer'),
  /** The bed, and the height above it. For a round bed the width is its diameter. */
  widthMm: lengthMm,
  depthMm: lengthMm,
  heightMm: lengthMm,
  round: v.boolean(),
  /** The position of X 0 Y 0: the bed's front left corner, or its centre. */
  origin: v.picklist(['corner', 'middle']),
  family: Firmware.entries.family,
  /** How the bed moves: front to back, down, or not at all. */
  bedCarriedOn: Printer.entries.bedCarriedOn,
  /** Whether the gantry levels itself, with a motor at each end or corner. */
  alignsGantry: v.boolean(),
  probe: v.picklist(['none', 'touch', 'inductive', 'nozzle']),
  nozzleHighestC: highestC,
  bedHighestC: highestC,
  tools: v.pipe(v.array(ToolAnswers), v.minLength(1), v.maxLength(64)),
})

export type Answers = v.InferOutput<typeof Answers>
export type ToolAnswers = v.InferOutput<typeof ToolAnswers>

export const firstTool: ToolAnswers = {
  nozzleMm: 0.4,
  filamentMm: 1.75,
  offset: { x: 0, y: 0, z: 0 },
  heater: null,
  mixingInputs: 1,
}

/** The initial answers. */
export const usualAnswers: Answers = {
  name: '',
  widthMm: 220,
  depthMm: 220,
  heightMm: 250,
  round: false,
  origin: 'corner',
  family: 'board',
  bedCarriedOn: 'y',
  alignsGantry: false,
  probe: 'touch',
  nozzleHighestC: 260,
  bedHighestC: 100,
  tools: [firstTool],
}

const carried: Record<Printer['bedCarriedOn'], string> = {
  y: 'bed slides front to back',
  z: 'bed goes down',
  none: 'bed stays, the gantry moves',
}

/** The number of probe points along a side: one for each so many mm, from three to seven. */
const points = (mm: number): number => Math.min(7, Math.max(3, Math.round(mm / 50)))

/** Fields with a usual value for this kind of printer. */
const usualFields = [
  'name',
  'firmware.family',
  'firmware.version',
  'bedCarriedOn',
  ...['x', 'y', 'z'].map(axis => `reach.${axis}`),
  ...['x', 'y'].map(axis => `bed.${axis}`),
  ...['x', 'y', 'z', 'e'].flatMap(axis => [`highestSpeedMmS.${axis}`, `highestAccelerationMmS2.${axis}`]),
  ...['print', 'travel', 'retract'].map(what => `accelerationMmS2.${what}`),
  'corner',
  ...['x', 'y', 'z'].flatMap(axis => [`homing.at.${axis}`, `homing.speedMmS.${axis}`]),
  ...['kind', 'offset.x', 'offset.y', 'grid', 'insetMm', 'secondsPerPoint'].map(what => `probe.${what}`),
  'storedMesh',
  'heaters.nozzle.highestC',
  'heaters.nozzle.secondsTo200',
  'heaters.nozzle.secondsCooling200To50',
  'heaters.bed.highestC',
  'heaters.bed.secondsTo60',
  'heaters.bed.secondsTo100',
  'heaters.bed.secondsCooling60To30',
  'display',
]
const usualToolFields = ['name', 'nozzleMm', 'filamentMm', 'retractMm', 'retractMmS', 'highestFlowMm3S']

/** Paths in the printer's schema, such as `tools.0.nozzleMm`. */
export const usualFieldsOf = ({ tools }: Pick<Printer, 'tools'>): string[] => [
  ...usualFields,
  ...tools.flatMap((_, i) => usualToolFields.map(field => `tools.${i}.${field}`)),
]

/** Fields that the five questions set; all others have usual values. */
const askedFor =
  /^(?:name|firmware\.family|bedCarriedOn|reach|bed\.|probe\.kind|heaters\.\w+\.highestC|tools\.\d+\.(?:nozzleMm|filamentMm))/

/**
 * Makes a printer. Numbers that were not asked for are usual for its kind: a moving bed is slower than a moving head,
 * and warm-up takes longer for a larger bed.
 */
export function printerFrom(answers: Answers): Printer {
  const printer = figuresFrom(answers)
  const guessed = usualFieldsOf(printer).filter(
    field => !askedFor.test(field) && (printer.probe !== null || !field.startsWith('probe.')),
  )
  return {
    ...printer,
    sources: Object.fromEntries(guessed.map(field => [field, { how: 'guessed', file: null, line: null }])),
  }
}

function figuresFrom(answers: Answers): Printer {
  const { name, widthMm, heightMm, round, family, bedCarriedOn, probe, nozzleHighestC, bedHighestC } = answers
  const depthMm = round ? widthMm : answers.depthMm
  const slides = bedCarriedOn === 'y'
  const perArea = (widthMm * depthMm) / (230 * 210)
  const along = (mm: number): Span => (answers.origin === 'middle' ? [-mm / 2, mm / 2] : [0, mm])
  const [x, y] = [along(widthMm), along(depthMm)]
  const middle = ([low, high]: Span) => Math.round((low + high) / 2)
  return {
    name,
    about: `${carried[bedCarriedOn]} · ${family} firmware · ${probe === 'none' ? 'no probe' : `${probe} probe`}`,
    firmware: { family, version: familyFacts[family].usualVersion, abilities: {} },
    bedCarriedOn,
    reach: { x, y, z: [0, heightMm] },
    reachRadiusMm: round ? widthMm / 2 : null,
    bed: { x, y, round },
    highestSpeedMmS: slides ? { x: 300, y: 250, z: 15, e: 60 } : { x: 400, y: 400, z: 20, e: 80 },
    highestAccelerationMmS2: slides ? { x: 3000, y: 2500, z: 200, e: 5000 } : { x: 6000, y: 6000, z: 300, e: 5000 },
    accelerationMmS2: slides
      ? { print: 1000, travel: 1500, retract: 1200 }
      : { print: 2500, travel: 4000, retract: 2000 },
    corner: { kind: 'speed', mmS: 5 },
    homing: {
      // With a round bed, all carriages home upwards to their end stops.
      at: { x: middle(x), y: middle(y), z: round ? heightMm : 5 },
      speedMmS: { x: 50, y: 50, z: 8 },
      order: null,
      bumpMm: { x: 0, y: 0, z: 0 },
      bumpShare: 0.5,
    },
    probe:
      probe === 'none'
        ? null
        : {
            kind: probe,
            offset: probe === 'nozzle' ? { x: 0, y: 0 } : { x: -38, y: -9 },
            grid: { x: points(widthMm), y: points(depthMm) },
            insetMm: 20,
            secondsPerPoint: 2.5,
            dip: null,
          },
    storedMesh: probe !== 'none',
    tools: answers.tools.map((tool, i) => ({
      ...tool,
      name: answers.tools.length === 1 ? 'nozzle' : `nozzle T${i}`,
      retractMm: slides ? 4 : 0.8,
      retractMmS: 35,
      highestFlowMm3S: 11,
      address: null,
      parksX: null,
    })),
    heaters: {
      nozzle: { highestC: nozzleHighestC, secondsTo200: 95, secondsCooling200To50: 260 },
      bed: {
        highestC: bedHighestC,
        secondsTo60: Math.round(120 * perArea),
        secondsTo100: Math.round(330 * perArea),
        settleMin: 0,
        secondsCooling60To30: Math.round(620 * perArea),
      },
      chamber: null,
      together: true,
    },
    waits: null,
    macros: '',
    configFiles: [],
    extrudes: { coldestC: null, fattestBeadMm2: null },
    sources: {},
    macroFiles: [],
    unseen: [],
    taught: [],
    filamentChange: null,
    display: { columns: 20 },
    spots: [],
    zones: [],
    features: answers.alignsGantry ? ['gantry_alignment' satisfies Feature] : [],
  }
}
