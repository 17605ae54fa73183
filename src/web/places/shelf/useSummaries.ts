// What the scripts come to that are looked at: asked for a few at a time, as the server works them out.
import { useEffect, useMemo, useState } from 'react'
import { api, type ShelfPrinter, type Summary } from '../../state/api.ts'

const mostAtOnce = 40

export type Summarized = Omit<ShelfPrinter, 'scripts'> & {
  scripts: (ShelfPrinter['scripts'][number] & { summary: Summary | null })[]
}

/** The printers with what has come meanwhile of the scripts that are `wanted`, by id. */
export function useSummaries(printers: readonly ShelfPrinter[], wanted: readonly number[]): Summarized[] {
  const [come, setCome] = useState<ReadonlyMap<string, Summary>>(new Map())
  // The shelf asked for anew may stand on other materials or jobs.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was known of the shelf before is forgotten with it
  useEffect(() => setCome(new Map()), [printers])
  const whole = useMemo(
    () =>
      printers.map(printer => ({
        ...printer,
        scripts: printer.scripts.map(script => ({ ...script, summary: come.get(keyOf(script)) ?? null })),
      })),
    [printers, come],
  )
  const missing = whole
    .flatMap(({ scripts }) => scripts)
    .filter(({ id, summary }) => summary === null && wanted.includes(id))
    .slice(0, mostAtOnce)
  const asked = missing.map(keyOf).join(' ')
  // biome-ignore lint/correctness/useExhaustiveDependencies: which are missing is what it goes by
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
  }, [asked])
  return whole
}

const keyOf = ({ id, revisionId }: { id: number; revisionId: number }): string => `${id}/${revisionId}`
