// Rehearses a whole print away from the page: every moment of a job in order.
import { expose } from 'comlink'
import { type PrintShown, printShown } from '../core/print/shown.ts'
import type { PrintSetting, Scripts } from '../core/print/situation.ts'
import { wholePrint } from '../core/print/whole.ts'

const printer = {
  /** `told` hears how far it is, 0 to 1. */
  print: (setting: PrintSetting, scripts: Scripts, told: (share: number) => void): PrintShown => {
    return printShown(wholePrint(setting, scripts, told), setting)
  },
}
export type PrintWorker = typeof printer
expose(printer)
// Its first word: from here on its time is counted (state/watched.ts).
postMessage('there')
