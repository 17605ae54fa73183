// The sources of a printer's fields, as its page shows them. A field that a person changes has the person as its
// source.
import type { HowKnown, Printer, Source } from '../../../core/model/printer.ts'
import { at } from './fields.ts'

/** The source of a field, or of the field that contains it: `bed.x.1` has the source of `bed.x`. */
export function sourceOf({ sources }: Pick<Printer, 'sources'>, path: string): Source | null {
  for (let way = path; way !== ''; way = way.slice(0, Math.max(0, way.lastIndexOf('.')))) {
    const found = sources[way]
    if (found) return found
  }
  return null
}

const words: Record<HowKnown, string> = {
  stated: 'stated',
  derived: 'derived',
  guessed: 'guessed, what is usual',
  measured: 'measured',
}

/** `stated · printer.cfg, line 9`. */
export function wordsOfSource({ how, file, line }: Source): string {
  if (!file) return words[how]
  return `${how} · ${file}${line === null ? '' : `, line ${line}`}`
}

/** The printer as it is saved: changed fields lose their file as the source, unless they were measured just now. */
export function withOwnSources(before: Printer, after: Printer): Printer {
  const kept = Object.entries(after.sources).filter(
    ([way, { how }]) => how === 'measured' || JSON.stringify(at(before, way)) === JSON.stringify(at(after, way)),
  )
  return { ...after, sources: Object.fromEntries(kept) }
}

export const measured = (printer: Printer, path: string): Printer['sources'] => ({
  ...printer.sources,
  [path]: { how: 'measured', file: null, line: null },
})
