// GET /api/shelf: every printer with its scripts, what each comes to, and what wants a look.
import { Hono } from 'hono'
import type { Printer } from '../../core/model/printer.ts'
import { wordsFor } from '../../core/model/vocabulary.ts'
import { misfit, type Run, runOne } from '../../core/runs/many.ts'
import { goRound, type Setting } from '../../core/runs/round.ts'
import type { Database } from '../database.ts'
import { allScripts, type SavedScript } from '../scripts.ts'
import { allThings } from '../things.ts'
import { allTaught } from './taught.ts'

/** The most strokes sent for a small picture of the bed. */
const mostStrokes = 60

/** The other jobs of this printer that the script would go wrong for, by name. */
function failsFor({ text }: SavedScript, setting: Setting, others: readonly Run[]): string[] {
  return others
    .filter(({ job }) => misfit(job, setting.printer) === null)
    .filter(run => runOne({ ...setting, text }, run).counts.error > 0)
    .map(({ job }) => job.name)
}

const summarize = (script: SavedScript, setting: Setting, others: readonly Run[]) => {
  const round = goRound(script.text, setting)
  return {
    failsFor: failsFor(script, setting, others),
    durationS: round.durations.totalS,
    massG: round.filament.massG,
    probes: round.durations.probingS > 0,
    findings: round.findings.map(({ rule, severity, line, message }) => ({ rule, severity, line, message })),
    strokes: round.strokes.slice(0, mostStrokes).map(stroke => stroke.path),
  }
}

export type Summary = ReturnType<typeof summarize>

export function shelfRoutes(database: Database): Hono {
  const known = new Map<string, Summary>()

  return new Hono().get('/', context => {
    const printers = allThings(database, 'printers')
    const materials = allThings(database, 'materials').map(({ data }) => data)
    const job = allThings(database, 'jobs')[0]?.data
    const material = materials.find(each => each.name === job?.materials[0]) ?? materials[0]
    if (!job || !material)
      return context.json({ printers: printers.map(({ id, data }) => ({ id, printer: data, scripts: [] })) })
    const taught = allTaught(database)
    const vocabularies = allThings(database, 'vocabularies').map(({ data }) => data)
    // Whatever a summary depends on is in its key, so that nothing has to be remembered to be thrown away.
    const others = allThings(database, 'jobs')
      .slice(1)
      .map(
        ({ data }): Run => ({
          job: data,
          materials: data.materials.map(name => materials.find(each => each.name === name) ?? material),
        }),
      )
    const setUp = JSON.stringify([taught, vocabularies, job, material, others])
    const summaryOf = (script: SavedScript, printer: Printer): Summary => {
      const key = `${script.id} ${script.revision} ${script.moment} ${JSON.stringify(printer)} ${setUp}`
      const summary =
        known.get(key) ??
        summarize(
          script,
          { printer, job, material, moment: script.moment, taught, ...wordsFor(vocabularies, printer.name) },
          others,
        )
      known.set(key, summary)
      return summary
    }
    const scripts = allScripts(database)
    return context.json({
      printers: printers.map(({ id, data: printer }) => ({
        id,
        printer,
        scripts: scripts
          .filter(script => script.printerId === id)
          .map(script => {
            const { text: _, ...rest } = script
            return { ...rest, summary: summaryOf(script, printer) }
          }),
      })),
    })
  })
}
