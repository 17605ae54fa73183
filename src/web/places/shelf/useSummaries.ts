// What the scripts come to that are looked at: asked for a few at a time, as the server works them out.
import { useEffect, useMemo, useState } from 'react'
import { api, type ShelfPrinter, type Summary } from '../../state/api.ts'

const mostAtOnce = 40

/** The printers with what has come meanwhile; `wanted` are the scripts whose summaries are asked for first, by id. */
export function useSummaries(printers: readonly ShelfPrinter[], wanted: readonly number[]): ShelfPrinter[] {
  const [come, setCome] = useState<ReadonlyMap<string, Summary>>(new Map())
  const whole = useMemo(
    () =>
      printers.map(printer => ({
        ...printer,
        scripts: printer.scripts.map(script => ({
          ...script,
          summary: script.summary ?? come.get(`${script.id} ${script.revisionId}`) ?? null,
        })),
      })),
    [printers, come],
  )
  const missing = whole
    .flatMap(({ scripts }) => scripts)
    .filter(({ id, summary }) => summary === null && wanted.includes(id))
    .slice(0, mostAtOnce)
  const asked = missing.map(({ id }) => id).join(' ')
  // biome-ignore lint/correctness/useExhaustiveDependencies: which are missing is what it goes by
  useEffect(() => {
    if (asked === '') return
    let left = false
    api.summaries(missing.map(({ id }) => id)).then(
      found => {
        if (left) return
        const revisionOf = new Map(missing.map(({ id, revisionId }) => [String(id), revisionId]))
        setCome(
          before =>
            new Map([
              ...before,
              ...Object.entries(found).map(([id, summary]): [string, Summary] => [
                `${id} ${revisionOf.get(id)}`,
                summary,
              ]),
            ]),
        )
      },
      () => {},
    )
    return () => {
      left = true
    }
  }, [asked])
  return whole
}
