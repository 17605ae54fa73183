// Rehearses a whole print in a separate worker. A later request ends the earlier one.
import { proxy } from 'comlink'
import { create } from 'zustand'
import type { PrintShown } from '../../core/print/shown.ts'
import type { PrintSetting, Scripts } from '../../core/print/situation.ts'
import { limits } from '../../tasks/limits.ts'
import type { PageTasks } from '../../tasks/page-tasks.ts'
import { Watched } from './watched-worker.ts'

type PrintState = {
  print: PrintShown | null
  /** The progress, 0 to 1; null if none is being rehearsed. */
  share: number | null
  problem: string | null
}

export const usePrint = create<PrintState>(() => ({ print: null, share: null, problem: null }))
const { setState } = usePrint

const worker = new Watched<PageTasks>(
  () => new Worker(new URL('../../worker/tasks.worker.ts', import.meta.url), { type: 'module' }),
  limits.page.patienceMs,
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
  const report = proxy((share: number) => {
    // Progress that arrives after the result is ignored.
    if (mine === turn && usePrint.getState().share !== null) setState({ share })
  })
  try {
    const print = await worker.ask(remote => remote.wholePrint(setting, scripts, report))
    if (mine === turn) setState({ print: print as PrintShown, share: null })
  } catch (error) {
    if (mine === turn) setState({ print: null, share: null, problem: (error as Error).message })
  }
}
