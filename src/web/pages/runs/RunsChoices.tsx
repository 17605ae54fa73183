// What is run: the printer, one script or all of its scripts, and the jobs that they are run against.
import { plural } from '../../../core/format.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import type { ShelfPrinter } from '../../../core/model/stored.ts'
import { Choice, printerOption } from '../../ui/Choice.tsx'

/** The value of the choice of a script for all of them. */
export const allScripts = 'all'
export type Against = 'own' | 'materials' | 'combined'

type Props = {
  printers: readonly ShelfPrinter[]
  printer: ShelfPrinter
  /** The script's id, or `allScripts`. */
  script: string
  against: Against
  onScript: (chosen: { printer: string; script?: string }) => void
  onAgainst: (against: Against) => void
}

export const RunsChoices = ({ printers, printer, script, against, onScript, onAgainst }: Props) => (
  <>
    <Choice
      name="Printer"
      value={String(printer.id)}
      options={printers.map(({ id, printer: each }) => printerOption(id, each))}
      onChange={id => onScript({ printer: id })}
    />
    <Choice
      name="Script"
      value={script}
      options={[
        ...printer.scripts.map(({ id, name, moment }) => ({
          value: String(id),
          label: name,
          about: momentFacts[moment].when,
        })),
        { value: allScripts, label: 'All of its scripts', about: plural(printer.scripts.length, 'script') },
      ]}
      onChange={id => onScript({ printer: String(printer.id), script: id })}
    />
    <Choice
      name="Against"
      value={against}
      options={[
        { value: 'own', label: 'Your jobs', about: `those that ${printer.printer.name} can print` },
        { value: 'materials', label: 'Your jobs, every material', about: 'each that the hot end can melt' },
        {
          value: 'combined',
          label: 'Everything combined',
          about: 'materials × positions and heights × sets of tools',
        },
      ]}
      onChange={value => onAgainst(value as Against)}
    />
  </>
)
