// The list of makers. A new one is a file beside this and a line here.
import { endOfPrint } from './end.ts'
import { heatSoak } from './heat-soak.ts'
import type { Maker } from './maker.ts'
import { purgeLine } from './purge-line.ts'
import { purgeSpot } from './purge-spot.ts'
import { brushWipe } from './wipe.ts'

export const makers: readonly Maker[] = [purgeLine, purgeSpot, brushWipe, heatSoak, endOfPrint]

export const makerNamed = (name: string): Maker | undefined => makers.find(maker => maker.name === name)
