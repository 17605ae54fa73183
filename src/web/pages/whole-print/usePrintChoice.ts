// Works out what the whole print rehearses: from the address, the picked scripts, and what is on the shelf.
import { useMemo } from 'react'
import { ofFirstTool } from '../../../core/model/job.ts'
import type { PrintSetting } from '../../../core/print/situation.ts'
import { ownRuns } from '../../../core/runs/fits.ts'
import type { ShelfPrinter, Things } from '../../state/api.ts'
import { taughtFor } from '../../state/rehearsal-input.ts'
import { type Picked, scriptsByMoment } from '../../state/scripts-by-moment.ts'
import { useTexts } from './useOwnScripts.ts'

/**
 * Returns the printer, the job, the script of each moment with its text, and the setting to rehearse them with. Whatever
 * is missing or still loading is undefined or null. `picked` chooses among several scripts of a moment.
 */
export function usePrintChoice(
  things: Things | undefined,
  shelf: ShelfPrinter[] | undefined,
  search: URLSearchParams,
  picked: Picked,
) {
  const withScripts = useMemo(() => shelf?.filter(({ scripts }) => scripts.length > 0) ?? [], [shelf])
  const own = withScripts.find(({ id }) => String(id) === search.get('printer')) ?? withScripts[0]
  const [jobs, materials] = useMemo(
    () => [things?.jobs.map(({ data }) => data) ?? [], things?.materials.map(({ data }) => data) ?? []],
    [things],
  )
  const runs = useMemo(() => (own ? ownRuns(jobs, materials, own.printer) : []), [jobs, materials, own])
  // The default job is one that changes tools.
  const run =
    runs.find(({ job }) => job.name === search.get('job')) ??
    runs.find(({ job }) => job.materials.length > 1 || job.changes !== null) ??
    runs[0]
  const byMoment = useMemo(() => scriptsByMoment(own?.scripts ?? [], picked), [own, picked])
  const query = useTexts(byMoment)
  const texts = query.data
  const setting = useMemo((): PrintSetting | null => {
    const material = run && ofFirstTool(run.job, run.materials)
    if (!things || !own || !run || !material) return null
    return {
      printer: own.printer,
      job: run.job,
      material,
      ...(run.materials.length > 1 && { materials: run.materials }),
      ...taughtFor(things, own.printer),
    }
  }, [things, own, run])
  return { withScripts, own, jobs, materials, runs, run, byMoment, query, texts, setting }
}
