// The list of makers. A new one is a file beside this and a line here.
import { changeByHand } from './change-by-hand.ts'
import { comeBack } from './come-back.ts'
import { dock } from './dock.ts'
import { endOfPrint } from './end.ts'
import { heatSoak } from './heat-soak.ts'
import { leavePrint } from './leave-print.ts'
import type { Maker } from './maker.ts'
import { manyTools } from './many-tools.ts'
import { mixingTable } from './mixing-table.ts'
import { probeCool } from './probe-cool.ts'
import { progressMessage } from './progress-message.ts'
import { purgeByPrint } from './purge-by-print.ts'
import { purgeLine } from './purge-line.ts'
import { purgeSpot } from './purge-spot.ts'
import { takeTool } from './take-tool.ts'
import { tearOff } from './tear-off.ts'
import { twoTemperatures } from './two-temperatures.ts'
import { brushWipe } from './wipe.ts'

export const makers: readonly Maker[] = [
  purgeLine,
  purgeByPrint,
  purgeSpot,
  brushWipe,
  probeCool,
  heatSoak,
  twoTemperatures,
  mixingTable,
  manyTools,
  leavePrint,
  takeTool,
  dock,
  tearOff,
  comeBack,
  changeByHand,
  progressMessage,
  endOfPrint,
]

export const makerNamed = (name: string): Maker | undefined => makers.find(maker => maker.name === name)
