// The list of makers. A new one is a file beside this and a line here.
import { heatSoak } from './heat-soak.ts'
import type { Maker } from './maker.ts'
import { purgeLine } from './purge-line.ts'
import { purgeSpot } from './purge-spot.ts'

export const makers: readonly Maker[] = [purgeLine, purgeSpot, heatSoak]

export const makerNamed = (name: string): Maker | undefined => makers.find(maker => maker.name === name)
