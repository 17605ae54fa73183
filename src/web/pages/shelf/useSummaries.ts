// What the scripts come to that are looked at: asked for a few at a time, as the server works them out.
import { useEffect, useMemo, useState } from 'react'
import { api, type ShelfPrinter, type Summary } from '../../state/api.ts'

const maxAtOnce = 40

export type Summarized = Omit<ShelfPrinter, 'scripts'> & {
  scripts: (ShelfPrinter['scripts'][number] & { summary: Summary | null })[]
}

/** The printers with what has come meanwhile of the scripts that are `wanted`, by id. */
export function useSummaries(printers: readonly ShelfPrinter[], wanted: readonly number[]): Summarized[] {
  const [come, setCome] = useState<ReadonlyMap<string, Summary>>(new Map())
  // The shelf asked for anew may stand on other materials or jobs.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was known of the shelf before is forgotten with it
  useEffect(() => setCome(new Map()), [printers])
  const whole = useMemo(() => printers.map(printer => summarized(printer, come)), [printers, come])
  const missing = whole
    .flatMap(({ scripts }) => scripts)
    .filter(({ id, summary }) => summary === null && wanted.includes(id))
    .slice(0, maxAtOnce)
  const asked = missing.map(keyOf).join(' ')
  // biome-ignore lint/correctness/useExhaustiveDependencies: which are missing is what it goes by, and of which shelf
  useEffect(() => {
    if (asked === '') return
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
  }, [asked, printers])
  return whole
}

type Script = Summarized['scripts'][number]

/** What was made last of a script and of a printer: where nothing has come for it, it stays the same and is not drawn anew. */
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
