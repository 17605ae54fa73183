// All heaters off.
import { turnHeatersOff } from '../machine/heaters.ts'
import { record } from './record.ts'

export const heatersOff = record<'heaters-off'>({
  movesHead: false,
  book: { kind: 'switches heaters', alsoCalled: 'temperature cool' },
  run: recorder => turnHeatersOff(recorder),
  says: () => 'All heaters off.',
  purpose: 'cool-down',
})
