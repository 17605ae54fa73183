// Loads the summaries of visible scripts, a few at a time, as the server calculates them.
import { useEffect, useMemo, useState } from 'react'
import { api, type ShelfPrinter, type Summary } from '../../state/api.ts'

const maxAtOnce = 40

export type Summarized = Omit<ShelfPrinter, 'scripts'> & {
  scripts: (ShelfPrinter['scripts'][number] & { summary: Summary | null })[]
}

/** The printers with the summaries that have arrived for the `wanted` scripts, by id. */
export function useSummaries(printers: readonly ShelfPrinter[], wanted: readonly number[]): Summarized[] {
  const [come, setCome] = useState<ReadonlyMap<string, Summary>>(new Map())
  // A shelf that was loaded again may depend on changed materials or jobs.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was known of the shelf before is forgotten with it
  useEffect(() => setCome(new Map()), [printers])
  const whole = useMemo(() => printers.map(printer => summarized(printer, come)), [printers, come])
  const missing = whole
    .flatMap(({ scripts }) => scripts)
    .filter(({ id, summary }) => summary === null && wanted.includes(id))
    .slice(0, maxAtOnce)
  const keys = missing.map(keyOf).join(' ')
  // biome-ignore lint/correctness/useExhaustiveDependencies: which are missing is what it goes by, and of which shelf
  useEffect(() => {
    if (keys === '') return
    let left = false
    api.summaries(missing.map(({ id }) => id)).then(
      found => {
        if (left) return
        const fresh = missing.flatMap((script): [string, Summary][] => {
          const summary = found[script.id]
          return summary ? [[keyOf(script), summary]] : []
        })
        setCome(before => new Map([...before, ...fresh]))
      },
      () => {},
    )
    return () => {
      left = true
    }
  }, [keys, printers])
  return whole
}

type Script = Summarized['scripts'][number]

/** The last objects made for a script and a printer: unchanged ones stay the same objects and are not drawn again. */
const [lastScript, lastPrinter] = [new WeakMap<object, Script>(), new WeakMap<object, Summarized>()]

export function summarized(printer: ShelfPrinter, come: ReadonlyMap<string, Summary>): Summarized {
  const scripts = printer.scripts.map((script): Script => {
    const summary = come.get(keyOf(script)) ?? null
    const before = lastScript.get(script)
    if (before?.summary === summary) return before
    const now = { ...script, summary }
    lastScript.set(script, now)
    return now
  })
  const before = lastPrinter.get(printer)
  if (before?.scripts.every((script, i) => script === scripts[i])) return before
  const now = { ...printer, scripts }
  lastPrinter.set(printer, now)
  return now
}

const keyOf = ({ id, revisionId }: { id: number; revisionId: number }): string => `${id}/${revisionId}`
