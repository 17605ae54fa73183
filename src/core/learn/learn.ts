// Learns a printer: proposes a description from the files of a machine, each field with its source.
import type { Printer } from '../model/printer.ts'
import type { TaughtCommand } from '../model/taught.ts'
import { assemble } from './assemble.ts'
import { type Kind, kindOf } from './file-kind.ts'
import { type Ask, type GivenFile, type LearnedField, Notes, type PassedOver } from './findings.ts'
import { readConfigFiles } from './read-config.ts'
import { readMacroFiles } from './read-macro-files.ts'
import { readExport, readMesh } from './read-others.ts'
import { readReport } from './read-report.ts'
import { familyFor, readScript } from './read-script.ts'

export { withLearned } from './assemble.ts'
export type { Ask, GivenFile, LearnedField, PassedOver } from './findings.ts'

export type Learned = {
  printer: Printer
  /** The printer without any learned field. */
  usual: Printer
  told: LearnedField[]
  asks: Ask[]
  /** Unknown commands of the scripts, ready to be taught. */
  taught: TaughtCommand[]
  passedOver: PassedOver[]
}

/** Limit for the characters read from one file: larger configs are mostly logs. */
const longestFile = 1_000_000

/** Files with equal names get a number. */
function namedApart(files: readonly GivenFile[]): GivenFile[] {
  const seen = new Map<string, number>()
  return files.map(({ name, text }) => {
    const count = (seen.get(name) ?? 0) + 1
    seen.set(name, count)
    return { name: count > 1 ? `${name} (${count})` : name, text: text.replace(/^\ufeff/, '') }
  })
}

/**
 * Proposes a printer from files in any order: a host's config, a board's reports, a card's files, meshes, scripts, a
 * printer in our format. Unusable files are skipped with the reason. Never throws.
 */
export function learnPrinter(given: readonly GivenFile[]): Learned {
  const notes = new Notes()
  const sorted = new Map<Kind, GivenFile[]>()
  for (const file of namedApart(given)) {
    const text =
      file.text.length > longestFile ? file.text.slice(0, file.text.lastIndexOf('\n', longestFile) + 1) : file.text
    if (text.length < file.text.length)
      notes.pass({ file: file.name, line: null }, 'It is longer than a megabyte. What comes after that is not read.')
    const of = kindOf({ ...file, text })
    if (of.kind === null) notes.pass({ file: file.name, line: null }, of.why)
    else sorted.set(of.kind, [...(sorted.get(of.kind) ?? []), { ...file, text }])
  }
  const of = (kind: Kind) => sorted.get(kind) ?? []
  for (const file of of('export')) readExport(file, notes)
  for (const file of of('mesh')) readMesh(file, notes)
  for (const file of of('report')) readReport(file, notes)
  if (of('config').length) readConfigFiles(of('config'), notes)
  if (of('macro-file').length) readMacroFiles(of('macro-file'), notes)
  const family = familyFor(of('script'))
  if (family && !notes.fields.some(({ field }) => field === 'firmware.family'))
    notes.guess('firmware.family', family, 'its table has most of the commands', {
      file: of('script')[0]?.name ?? '',
      line: 1,
    })
  const first = assemble(notes.fields)
  const known = new Map(first.told.map(({ field, how, file, line }) => [field, { how, file, line }]))
  for (const file of of('script')) readScript(file, first.printer, known, notes)
  const { printer, usual, told, asks, passedOver } = of('script').length ? assemble(notes.fields) : first
  const questions = [...asks, ...notes.asks]
  return {
    printer,
    usual,
    told,
    asks: questions.filter(({ key }, i) => questions.findIndex(each => each.key === key) === i),
    taught: notes.taught.filter(({ name }, i, all) => all.findIndex(each => each.name === name) === i),
    passedOver: [...notes.passedOver, ...passedOver],
  }
}

/** The public JSON (docs/contract.md), the same for the terminal and the API. */
export const learnedAnswer = ({ printer, told, asks, taught, passedOver }: Learned) => ({
  printer,
  told,
  asks,
  taught,
  passed_over: passedOver,
})
