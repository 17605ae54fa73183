// What each script comes to, as the shelf shows it: worked out once, kept, and worked out anew when what it depends on changes.
import { createHash } from 'node:crypto'
import { wordsFor } from '../core/model/vocabulary.ts'
import { misfit, type Run, runOne } from '../core/runs/many.ts'
import { goRound, type Setting } from '../core/runs/round.ts'
import type { Database } from './database.ts'
import { allTaught } from './routes/taught.ts'
import { type ScriptHead, scriptById } from './scripts.ts'
import { allThings, rawThings } from './things.ts'

/** The most strokes kept for a small picture of the bed. */
const mostStrokes = 60

/** The other jobs of this printer that the script would go wrong for, by name. */
function failsFor(text: string, setting: Setting, others: readonly Run[]): string[] {
  return others
    .filter(({ job }) => misfit(job, setting.printer) === null)
    .filter(run => runOne({ ...setting, text }, run).counts.error > 0)
    .map(({ job }) => job.name)
}

function summarize(text: string, setting: Setting, others: readonly Run[]) {
  const round = goRound(text, setting)
  return {
    failsFor: failsFor(text, setting, others),
    durationS: round.durations.totalS,
    massG: round.filament.massG,
    probes: round.durations.probingS > 0,
    findings: round.findings.map(({ rule, severity, line, message }) => ({ rule, severity, line, message })),
    strokes: round.strokes.slice(0, mostStrokes).map(stroke => stroke.path),
  }
}

export type Summary = ReturnType<typeof summarize>

const digest = (...parts: string[]): string => createHash('sha1').update(parts.join('\n')).digest('base64')

/** A digest of all that a printer's scripts are rehearsed with, by the printer's id. */
function setupsOf(database: Database): Map<number, string> {
  const common = digest(
    ...(['materials', 'jobs', 'vocabularies'] as const).flatMap(table =>
      rawThings(database, table).map(({ data }) => data),
    ),
    JSON.stringify(allTaught(database)),
  )
  return new Map(rawThings(database, 'printers').map(({ id, data }) => [id, digest(common, data)]))
}

const setupOf = (setups: ReadonlyMap<number, string>, { printerId, moment }: ScriptHead): string =>
  `${setups.get(printerId)} ${moment}`

/** The summaries of these scripts that are known and still hold, by the script's id. */
export function knownSummaries(database: Database, scripts: readonly ScriptHead[]): Map<number, Summary> {
  const setups = setupsOf(database)
  const kept = new Map(
    database
      .prepare<[], { revisionId: number; setup: string; data: string }>(
        'SELECT revision_id AS revisionId, setup, data FROM summaries',
      )
      .all()
      .map(row => [row.revisionId, row]),
  )
  return new Map(
    scripts.flatMap((script): [number, Summary][] => {
      const row = kept.get(script.revisionId)
      return row?.setup === setupOf(setups, script) ? [[script.id, JSON.parse(row.data) as Summary]] : []
    }),
  )
}

/**
 * Works out the summaries of scripts, and keeps them, until `enough` says so; at least one, so that asking again gets on. Gives
 * those that were worked out, by the script's id.
 */
export function workOut(database: Database, ids: readonly number[], enough: () => boolean): Map<number, Summary> {
  const done = new Map<number, Summary>()
  const materials = allThings(database, 'materials').map(({ data }) => data)
  const [first, ...rest] = allThings(database, 'jobs').map(({ data }) => data)
  const material = materials.find(each => each.name === first?.materials[0]) ?? materials[0]
  if (!first || !material) return done
  const others = rest.map(
    (job): Run => ({
      job,
      materials: job.materials.map(name => materials.find(each => each.name === name) ?? material),
    }),
  )
  const [printers, vocabularies, taught] = [
    allThings(database, 'printers'),
    allThings(database, 'vocabularies').map(({ data }) => data),
    allTaught(database),
  ]
  const setups = setupsOf(database)
  const keep = database.prepare('INSERT OR REPLACE INTO summaries (revision_id, setup, data) VALUES (?, ?, ?)')
  for (const id of ids) {
    if (done.size > 0 && enough()) break
    const script = scriptById(database, id)
    const printer = printers.find(each => each.id === script?.printerId)?.data
    if (!script || !printer) continue
    const setting = {
      printer,
      job: first,
      material,
      moment: script.moment,
      taught,
      ...wordsFor(vocabularies, printer.name),
    }
    const summary = summarize(script.text, setting, others)
    keep.run(script.revisionId, setupOf(setups, script), JSON.stringify(summary))
    done.set(id, summary)
  }
  return done
}
