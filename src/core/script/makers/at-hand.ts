// Where the makers are had from: only a script that has a made passage, or is to have one, needs them.
import { onDemand } from '../../on-demand.ts'
import type { Maker } from './maker.ts'

const [makers, bring] = onDemand<readonly Maker[]>('The list of makers')
export const bringMakers = bring

export const makerNamed = (name: string): Maker | undefined => makers().find(maker => maker.name === name)
