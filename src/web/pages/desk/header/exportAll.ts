// Exports all scripts of a printer at once, and names their files.
import { type Exported, sharedBoxes } from '../../../../core/export/boxes.ts'
import type { Taken } from '../../../../core/export/export.ts'
import { listed } from '../../../../core/format.ts'
import { type Moment, momentFacts } from '../../../../core/model/moment.ts'
import { api } from '../../../state/api.ts'
import { fileName, saveZip } from '../../../state/files.ts'
import { scriptsByMoment } from '../../../state/scripts-by-moment.ts'
import type { ExportFormat } from './useExport.ts'

/** The name of a file: a macro file's own name, otherwise the script's name and what distinguishes this export. */
export function nameFor(base: string, { value, about }: ExportFormat, { name: own }: Taken): string {
  if (own.endsWith('.g')) return own
  const which = [about, own].filter(Boolean).join(', ')
  return base + (which && ` (${which})`) + (value === 'macro' ? '.cfg' : '')
}

type Take = (text: string, moment: Moment) => Promise<Taken[]>

/**
 * Saves the exports of all scripts of a printer as one zip, and returns a sentence to show. Scripts that go into the
 * same box of the slicer share a file. An export that would not do the same as its script is left out and named. Throws
 * if nothing is left.
 */
export async function exportAll(printerId: number, printer: string, way: ExportFormat, take: Take): Promise<string> {
  const { printers } = await api.shelf()
  const heads = printers.find(({ id }) => id === printerId)?.scripts ?? []
  const inUse = new Set(scriptsByMoment(heads, {}).map(({ taken }) => taken?.id))
  const scripts = await api.scripts(heads.map(({ id }) => id))
  const files: { name: string; text: string }[] = []
  const ofMoments: (Exported & { file: string })[] = []
  const left: string[] = []
  for (const { id, name, text, moment } of scripts) {
    const base = `${momentFacts[moment].when} - ${fileName(name)}`
    for (const one of await take(text, moment)) {
      const file = one.name.endsWith('.g') ? `${base}/${one.name}` : nameFor(base, way, one)
      if (one.otherwise.length > 0) left.push(name)
      else if (one.name === '' && inUse.has(id)) ofMoments.push({ moment, name, text: one.text, file })
      else files.push({ name: file, text: one.text })
    }
  }
  const shared = way.form.kind === 'vocabulary' ? sharedBoxes(way.form.vocabulary, ofMoments) : []
  const together = shared.flatMap(({ of }) => of)
  files.push(
    ...shared.map(({ box, text }) => ({ name: `${momentFacts[box].when} - the whole box (${way.about})`, text })),
    ...ofMoments.flatMap(each => (together.includes(each) ? [] : [{ name: each.file, text: each.text }])),
  )
  if (files.length === 0)
    throw new Error(
      scripts.length > 0
        ? 'In this form none of the scripts would do the same, so there is nothing to save.'
        : `${printer} has no saved script yet.`,
    )
  const result = await saveZip(files, printer)
  const lost = [...new Set(left)]
  return lost.length > 0 ? `${result}. Left out, because they would not do the same: ${listed(lost)}` : result
}
