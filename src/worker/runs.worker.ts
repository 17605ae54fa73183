// One of several workers that rehearse a script against many jobs, a batch at a time.
import { expose } from 'comlink'
import type { Run } from '../core/runs/fits.ts'
import { runAll, type Script } from '../core/runs/many.ts'

const runner = { run: (script: Script, runs: readonly Run[]) => runAll(script, runs) }
export type Runner = typeof runner
expose(runner)
