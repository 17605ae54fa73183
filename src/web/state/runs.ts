// Rehearses scripts for many jobs: a pool of workers on all cores, with results as they arrive, and a way to stop.
import { create } from 'zustand'
import { listed } from '../../core/format.ts'
import type { Run } from '../../core/runs/fits.ts'
import type { RunOutcome, Script } from '../../core/runs/many.ts'
import { limits } from '../../tasks/limits.ts'
import type { PageTasks } from '../../tasks/page-tasks.ts'
import { Watched } from './watched-worker.ts'

/** A script to be run, by its id on the shelf and its name; `changed`: with what was changed and not saved. */
export type ScriptToRun = { id: number; name: string; script: Script; changed: boolean }
export type RunRow = RunOutcome & {
  key: string
  scriptId: number
  script: string
  run: Run
  /** Whether it is the script with what was changed and not saved. */
  changed: boolean
}

type RunsState = {
  rows: RunRow[]
  /** The number of all rehearsals, and of those done; null when nothing runs. */
  going: { all: number; done: number } | null
  /** The duration of the last run, s; null before the first has ended. */
  tookS: number | null
  stopped: boolean
  /** Failed rehearsals, in sentences. */
  troubles: string[]
}

export const useRuns = create<RunsState>(() => ({ rows: [], going: null, tookS: null, stopped: false, troubles: [] }))
const { getState, setState } = useRuns

const batchSize = 10
const maxWorkers = 8
let pool: Watched<PageTasks>[] = []
/** Counts starts and stops, so that late responses can be ignored. */
let turn = 0

const makeWorker = () =>
  new Watched<PageTasks>(
    () => new Worker(new URL('../../worker/tasks.worker.ts', import.meta.url), { type: 'module' }),
    limits.page.patienceMs,
  )

/** Stops at once; results that have arrived stay. */
export function stopRuns(): void {
  turn++
  for (const worker of pool) worker.end()
  pool = []
  if (getState().going) setState({ going: null, stopped: true })
}

/** Rehearses each script for each of its runs. Results arrive in any order. */
export async function startRuns(scripts: readonly ScriptToRun[], runs: readonly Run[]): Promise<void> {
  stopRuns()
  const mine = turn
  const batches = scripts.flatMap(one =>
    Array.from({ length: Math.ceil(runs.length / batchSize) }, (_, i) => ({
      one,
      runs: runs.slice(i * batchSize, (i + 1) * batchSize),
    })),
  )
  const all = scripts.length * runs.length
  const began = performance.now()
  setState({ rows: [], going: { all, done: 0 }, tookS: null, stopped: false, troubles: [] })
  const cores = Math.min(maxWorkers, Math.max(1, navigator.hardwareConcurrency || 2), Math.max(1, batches.length))
  pool = Array.from({ length: cores }, makeWorker)
  const drain = async (worker: Watched<PageTasks>) => {
    for (let batch = batches.shift(); batch; batch = batches.shift()) {
      const { one, runs } = batch
      let outcomes: RunOutcome[] = []
      let trouble: string | null = null
      try {
        outcomes = await worker.ask(remote => remote.runAll(one.script, runs))
      } catch (error) {
        const jobs = listed([...new Set(runs.map(({ job }) => job.name))])
        trouble = `“${one.name}” could not be rehearsed for ${jobs}: ${(error as Error).message}`
      }
      if (mine !== turn) return
      const rows = outcomes.map(
        (outcome, i): RunRow => ({
          ...outcome,
          key: `${one.id} ${one.changed} ${outcome.job}`,
          changed: one.changed,
          scriptId: one.id,
          script: one.name,
          run: runs[i] as Run,
        }),
      )
      setState(({ rows: before, going, troubles }) => ({
        rows: [...before, ...rows],
        going: going && { ...going, done: going.done + runs.length },
        troubles: trouble ? [...troubles, trouble] : troubles,
      }))
    }
  }
  await Promise.all(pool.map(drain))
  if (mine === turn) setState({ going: null, tookS: (performance.now() - began) / 1000 })
}
