// Totals of each script for the shelf: calculated once, stored, and recalculated when their inputs change.
import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { openedBy } from '../core/documents/opened.ts'
import { type Job, ofFirstTool } from '../core/model/job.ts'
import { wordsFor } from '../core/model/vocabulary.ts'
import { jobFor, type Run } from '../core/runs/fits.ts'
import type { Summary, Work } from '../tasks/server-tasks.ts'
import { allEntries, rawEntries } from './catalog.ts'
import type { Database } from './database.ts'
import { allTaught } from './routes/taught.ts'
import { scriptById } from './scripts.ts'

export type { Summary } from '../tasks/server-tasks.ts'

const digest = (...parts: string[]): string => createHash('sha1').update(parts.join('\n')).digest('base64')

let knownVersion: string | undefined

/** A digest of the core's code: results of an earlier version are no longer valid. Calculated when first needed. */
function coreVersion(): string {
  if (knownVersion !== undefined) return knownVersion
  const core = join(import.meta.dirname, '..', 'core')
  const files = readdirSync(core, { recursive: true, encoding: 'utf8' }).filter(
    name => name.endsWith('.ts') && !name.endsWith('.test.ts'),
  )
  knownVersion = digest(...files.sort().map(name => name + readFileSync(join(core, name), 'utf8')))
  return knownVersion
}

/** A digest of the rehearsal input of each printer, by the printer's id. */
function setupsOf(database: Database): Map<number, string> {
  const common = digest(
    coreVersion(),
    ...(['materials', 'jobs', 'vocabularies'] as const).flatMap(table =>
      rawEntries(database, table).map(({ data }) => data),
    ),
    JSON.stringify(allTaught(database)),
  )
  return new Map(rawEntries(database, 'printers').map(({ id, data }) => [id, digest(common, data)]))
}

const setupOf = (
  setups: ReadonlyMap<number, string>,
  { printerId, moment }: { printerId: number; moment: string },
): string => `${setups.get(printerId)} ${moment}`

/** The number of errors and warnings of scripts with valid summaries, by the script's id. */
export function seriousCounts(database: Database): Map<number, number> {
  const setups = setupsOf(database)
  const rows = database
    .prepare<[], [id: number, printerId: number, moment: string, setup: string, serious: number]>(
      `SELECT s.id, s.printer_id, s.moment, m.setup, m.serious
       FROM scripts s JOIN variants v ON v.script_id = s.id AND v.in_use = 1 JOIN summaries m ON m.revision_id = v.newest`,
    )
    .raw()
    .all()
  const counts = new Map<number, number>()
  for (const [id, printerId, moment, setup, serious] of rows)
    if (setup === setupOf(setups, { printerId, moment })) counts.set(id, serious)
  return counts
}

/** A stored summary; undefined if its row is damaged, so that it is recalculated. */
function storedSummary(json: string): Summary | undefined {
  try {
    return JSON.parse(json) as Summary
  } catch {
    return undefined
  }
}

/** The summary of a script that exceeds the limits. */
const notRehearsed: Summary = {
  failsFor: [],
  durationS: 0,
  massG: 0,
  probes: false,
  findings: [
    {
      rule: 'never-ends',
      severity: 'error',
      line: 1,
      message: 'Rehearsing this script would exceed the limits of time or memory, so its result is unknown.',
    },
  ],
  strokes: [],
}

/**
 * The summaries of scripts, by the script's id: those that are known and still hold, and of the others as many as can be worked
 * out until `enough` says so; at least one, so that asking again gets on. Each is kept when it is `quiet`: nothing else changes the
 * shelf.
 */
export async function summariesOf(
  database: Database,
  ids: readonly number[],
  enough: () => boolean,
  { summarize }: Pick<Work, 'summarize'>,
  quiet: () => Promise<void> = async () => {},
): Promise<Map<number, Summary>> {
  const done = new Map<number, Summary>()
  const materials = allEntries(database, 'materials').map(({ data }) => data)
  const jobs = allEntries(database, 'jobs').map(({ data }) => data)
  const [anyMaterial] = materials
  if (jobs.length === 0 || !anyMaterial) return done
  const runOf = (job: Job): Run => ({
    job,
    materials: job.materials.map(name => materials.find(each => each.name === name) ?? anyMaterial),
  })
  const [printers, vocabularies, taught] = [
    allEntries(database, 'printers'),
    allEntries(database, 'vocabularies').map(({ data }) => data),
    allTaught(database),
  ]
  const setups = setupsOf(database)
  const known = database.prepare<[number, string], { data: string }>(
    'SELECT data FROM summaries WHERE revision_id = ? AND setup = ?',
  )
  const keep = database.prepare(
    'INSERT OR REPLACE INTO summaries (revision_id, setup, serious, data) VALUES (?, ?, ?, ?)',
  )
  let worked = 0
  for (const id of ids) {
    const script = scriptById(database, id)
    const printer = printers.find(each => each.id === script?.printerId)?.data
    if (!script || !printer) continue
    const row = known.get(script.revisionId, setupOf(setups, script))
    const stored = row && storedSummary(row.data)
    if (stored) done.set(id, stored)
    if (stored || (worked > 0 && enough())) continue
    worked++
    const job = jobFor(jobs, printer, script.moment) as Job
    const { materials: own } = runOf(job)
    const setting = {
      printer,
      job,
      material: ofFirstTool(job, own) ?? anyMaterial,
      ...(own.length > 1 && { materials: own }),
      moment: script.moment,
      ...(script.file !== null && { opened: openedBy(script.file) }),
      taught,
      ...wordsFor(vocabularies, printer.name),
    }
    const summary = await summarize(script.text, setting, jobs.filter(each => each !== job).map(runOf)).catch(
      () => notRehearsed,
    )
    const serious = summary.findings.filter(({ severity }) => severity !== 'advice').length
    await quiet()
    // The revision may have been deleted meanwhile.
    if (scriptById(database, id)?.revisionId !== script.revisionId) continue
    keep.run(script.revisionId, setupOf(setups, script), serious, JSON.stringify(summary))
    done.set(id, summary)
  }
  return done
}
