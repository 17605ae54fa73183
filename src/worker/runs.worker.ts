// One of several workers that rehearse a script against many jobs, a batch at a time.
import { expose } from 'comlink'
import { type Run, runOne, type Script } from '../core/runs/many.ts'

const runner = { run: (script: Script, runs: readonly Run[]) => runs.map(run => runOne(script, run)) }
export type Runner = typeof runner
expose(runner)
