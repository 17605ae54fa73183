// The moments when a script runs, with their names and properties.
import * as v from 'valibot'

/** In the order in which people think of them; around a tool change, in the order in which they run. */
const names = [
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
export const Moment = v.picklist(names)
export type Moment = v.InferOutput<typeof Moment>

/** The label of a moment in a choice. */
export const momentWords: Readonly<Record<Moment, string>> = {
  start: 'before the print',
  end: 'after the print',
  'before-layer': 'before each layer change',
  'layer-change': 'at each layer',
  'material-end': 'material end',
  'tool-leave': 'leaving a tool',
  'tool-change': 'at a tool change',
  'tool-arrive': 'arriving at a tool',
  'material-start': 'material start',
  'between-objects': 'between objects',
  'at-layer': 'at a fixed layer',
  pause: 'at a pause',
  resume: 'resuming after a pause',
  cancel: 'when a print is cancelled',
}

/** The name of a script of this moment. */
export const scriptWords: Readonly<Record<Moment, string>> = {
  start: 'start script',
  end: 'end script',
  'before-layer': 'script before a layer change',
  'layer-change': 'layer change',
  'material-end': 'material end script',
  'tool-leave': 'script for leaving a tool',
  'tool-change': 'tool change',
  'tool-arrive': 'script for arriving at a tool',
  'material-start': 'material start script',
  'between-objects': 'script between objects',
  'at-layer': 'script at a fixed layer',
  pause: 'pause script',
  resume: 'resume script',
  cancel: 'cancel script',
}

/** The moments around a tool change, in order. A material's lines also run at the start and end of the print. */
export const changeMoments = ['material-end', 'tool-leave', 'tool-change', 'tool-arrive', 'material-start'] as const
export type ChangeMoment = (typeof changeMoments)[number]
export const isChangeMoment = (moment: Moment): moment is ChangeMoment =>
  (changeMoments as readonly Moment[]).includes(moment)

/** Moments of a tool change at which the old tool is still in use, and those at which the new one is. */
export const leavesTool: readonly Moment[] = ['material-end', 'tool-leave', 'tool-change']
export const hasTool: readonly Moment[] = ['tool-arrive', 'material-start']

/** Moments within the print: the layer is known. */
export const withinPrint: readonly Moment[] = [
  'before-layer',
  'layer-change',
  ...changeMoments,
  'between-objects',
  'at-layer',
  'pause',
  'resume',
  'cancel',
]

/** Moments within the print after which it goes on in the same state. */
export const goesOnAfter: readonly Moment[] = withinPrint.filter(each => each !== 'pause' && each !== 'cancel')

/** Moments after the print, or after the object printed last. */
export const afterPrinting: readonly Moment[] = ['end', 'cancel', 'between-objects']
