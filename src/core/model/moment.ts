// The moments when a script runs. A new moment is one more record here; the compiler finds every place that needs it.
import * as v from 'valibot'

/** In the order in which people think of them; around a tool change, in the order in which they run. */
export const moments = [
  'start',
  'end',
  'before-layer',
  'layer-change',
  'material-end',
  'tool-leave',
  'tool-change',
  'tool-arrive',
  'material-start',
  'between-objects',
  'at-layer',
  'pause',
  'resume',
  'cancel',
] as const

/** When a script runs. */
export const Moment = v.picklist(moments)
export type Moment = v.InferOutput<typeof Moment>

type MomentFacts = {
  /** The label of the moment in a choice. */
  when: string
  /** The name of a script of this moment. */
  script: string
  /** A label for narrow places. */
  short: string
  /** The name of its macro on a host, after `PRELUDE_`. */
  macro: string
  /** When it runs, relative to the print. */
  runs: 'before' | 'within' | 'after'
  /** Around a tool change: the tool in use, or `changing` if the script itself changes it. Otherwise null. */
  tool: 'old' | 'changing' | 'new' | null
  /** At a change of layers: whether the old layer is complete or the new one begins. Otherwise null. */
  layer: 'complete' | 'begins' | null
  /** Whether the script begins or ends a pause. */
  pause: 'begins' | 'ends' | null
  /** Whether the print continues in the state that the script leaves. */
  continues: boolean
  /** Whether the print, or the object printed last, is complete or abandoned: the head stands over finished work. */
  overPrint: boolean
  /** Whether the head rests when the script ends. */
  rests: boolean
  /** Whether the print is over when the script runs, so that the script may end the job. */
  endsPrint: boolean
  /**
   * Where its lines go if the slicer has no box for the moment, nearest first: the other moment, and whether before or
   * after the lines in its box.
   */
  otherBoxes: readonly { box: Moment; where: 'before' | 'after' }[]
}

const usual = {
  continues: true,
  overPrint: false,
  rests: false,
  endsPrint: false,
  tool: null,
  layer: null,
  pause: null,
  otherBoxes: [],
}

const facts = {
  start: {
    ...usual,
    when: 'before the print',
    script: 'start script',
    short: 'start',
    macro: 'START',
    runs: 'before',
    continues: false,
  },
  end: {
    ...usual,
    when: 'after the print',
    script: 'end script',
    short: 'end',
    macro: 'END',
    runs: 'after',
    continues: false,
    overPrint: true,
    rests: true,
    endsPrint: true,
  },
  'before-layer': {
    ...usual,
    when: 'before each layer change',
    script: 'script before a layer change',
    short: 'layer',
    macro: 'BEFORE_LAYER',
    runs: 'within',
    layer: 'complete',
    otherBoxes: [{ box: 'layer-change', where: 'before' }],
  },
  'layer-change': {
    ...usual,
    when: 'at each layer',
    script: 'layer change',
    short: 'layer',
    macro: 'LAYER',
    runs: 'within',
    layer: 'begins',
    otherBoxes: [{ box: 'before-layer', where: 'after' }],
  },
  'material-end': {
    ...usual,
    when: 'material end',
    script: 'material end script',
    short: 'material',
    macro: 'MATERIAL_END',
    runs: 'within',
    tool: 'old',
    otherBoxes: [
      { box: 'tool-leave', where: 'before' },
      { box: 'tool-change', where: 'before' },
    ],
  },
  'tool-leave': {
    ...usual,
    when: 'leaving a tool',
    script: 'script for leaving a tool',
    short: 'leave',
    macro: 'LEAVE_TOOL',
    runs: 'within',
    tool: 'old',
    otherBoxes: [
      { box: 'tool-change', where: 'before' },
      { box: 'material-end', where: 'after' },
    ],
  },
  'tool-change': {
    ...usual,
    when: 'at a tool change',
    script: 'tool change',
    short: 'change',
    macro: 'TOOL',
    runs: 'within',
    tool: 'changing',
    otherBoxes: [
      { box: 'tool-arrive', where: 'before' },
      { box: 'material-start', where: 'before' },
      { box: 'tool-leave', where: 'after' },
    ],
  },
  'tool-arrive': {
    ...usual,
    when: 'arriving at a tool',
    script: 'script for arriving at a tool',
    short: 'arrive',
    macro: 'ARRIVE_TOOL',
    runs: 'within',
    tool: 'new',
    otherBoxes: [
      { box: 'tool-change', where: 'after' },
      { box: 'material-start', where: 'before' },
    ],
  },
  'material-start': {
    ...usual,
    when: 'material start',
    script: 'material start script',
    short: 'material',
    macro: 'MATERIAL_START',
    runs: 'within',
    tool: 'new',
    otherBoxes: [
      { box: 'tool-arrive', where: 'after' },
      { box: 'tool-change', where: 'after' },
    ],
  },
  'between-objects': {
    ...usual,
    when: 'between objects',
    script: 'script between objects',
    short: 'object',
    macro: 'NEXT_OBJECT',
    runs: 'within',
    overPrint: true,
  },
  'at-layer': {
    ...usual,
    when: 'at a fixed layer',
    script: 'script at a fixed layer',
    short: 'stop',
    macro: 'AT_LAYER',
    runs: 'within',
  },
  pause: {
    ...usual,
    when: 'at a pause',
    script: 'pause script',
    short: 'pause',
    macro: 'PAUSE',
    runs: 'within',
    pause: 'begins',
    continues: false,
    rests: true,
  },
  resume: {
    ...usual,
    when: 'resuming after a pause',
    script: 'resume script',
    short: 'resume',
    macro: 'RESUME',
    runs: 'within',
    pause: 'ends',
  },
  cancel: {
    ...usual,
    when: 'when a print is cancelled',
    script: 'cancel script',
    short: 'cancel',
    macro: 'CANCEL',
    runs: 'within',
    continues: false,
    overPrint: true,
    rests: true,
    endsPrint: true,
  },
} as const satisfies Record<Moment, MomentFacts>

export const momentFacts: Readonly<Record<Moment, MomentFacts>> = facts

const where = (holds: (facts: MomentFacts) => boolean): Moment[] => moments.filter(each => holds(momentFacts[each]))

/** The moments around a tool change, in order. A material's lines also run at the start and end of the print. */
export type ChangeMoment = { [M in Moment]: (typeof facts)[M]['tool'] extends null ? never : M }[Moment]
export const isChangeMoment = (moment: Moment): moment is ChangeMoment => momentFacts[moment].tool !== null
export const changeMoments: readonly ChangeMoment[] = moments.filter(isChangeMoment)

/** Moments within the print: the layer is known. */
export const withinPrint: readonly Moment[] = where(({ runs }) => runs === 'within')

/** Moments within the print after which it continues in the same state. */
export const goesOnAfter: readonly Moment[] = where(({ continues }) => continues)

/** Moments after the print, or after the object printed last. */
export const afterPrinting: readonly Moment[] = where(({ overPrint }) => overPrint)
