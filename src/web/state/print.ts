// A whole print, rehearsed in a worker of its own; a later question ends the one before.
import { proxy } from 'comlink'
import { create } from 'zustand'
import type { PrintShown } from '../../core/print/shown.ts'
import type { PrintSetting, Scripts } from '../../core/print/situation.ts'
import type { PrintWorker } from '../../worker/print.worker.ts'
import { Watched } from './watched-worker.ts'

type PrintState = {
  print: PrintShown | null
  /** How far it is, 0 to 1; null where none is under way. */
  share: number | null
  problem: string | null
}

export const usePrint = create<PrintState>(() => ({ print: null, share: null, problem: null }))
const { setState } = usePrint

const patienceMs = 60_000
const worker = new Watched<PrintWorker>(
  () => new Worker(new URL('../../worker/print.worker.ts', import.meta.url), { type: 'module' }),
  patienceMs,
)
let turn = 0

export function stopPrint(): void {
  turn++
  worker.end()
  setState({ share: null })
}

export async function rehearsePrint(setting: PrintSetting, scripts: Scripts): Promise<void> {
  if (usePrint.getState().share !== null) worker.end()
  const mine = ++turn
  setState({ share: 0, problem: null })
  const told = proxy((share: number) => {
    // One that comes after the answer says nothing new.
    if (mine === turn && usePrint.getState().share !== null) setState({ share })
  })
  try {
    const print = await worker.ask(remote => remote.print(setting, scripts, told))
    if (mine === turn) setState({ print: print as PrintShown, share: null })
  } catch (error) {
    if (mine === turn) setState({ print: null, share: null, problem: (error as Error).message })
  }
}
