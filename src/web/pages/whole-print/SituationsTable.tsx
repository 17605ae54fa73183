// A table of the situations: how often each occurs, its time, amounts and final state; each opens on the Desk.
import { duration, plain, plural } from '../../../core/format.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import type { PrintShown, SituationShown } from '../../../core/print/shown.ts'
import { Press } from '../../ui/Press.tsx'
import { ScrollRegion } from '../../ui/ScrollRegion.tsx'
import { SeverityMark } from '../../ui/Severity.tsx'
import { Swatches } from '../../ui/Swatches.tsx'
import { type Column, Table } from '../../ui/Table.tsx'
import { situationWords } from './words.ts'

type Props = {
  print: PrintShown
  chosen: number | null
  canOpen: (situation: number) => boolean
  onOpen: (situation: number) => void
  onChoose: (situation: number) => void
}

const columns: readonly Column[] = [
  'Where it runs',
  ...['Layer', 'Times', 'Each', 'In all', 'Purged', 'Oozed'].map(title => ({ title, right: true })),
  'Found',
]

export function SituationsTable({ print, chosen, canOpen, onOpen, onChoose }: Props) {
  return (
    <ScrollRegion aria-label="Situations">
      <Table card columns={columns}>
        <tbody>
          {print.situations.map((situation, i) => (
            <tr
              // biome-ignore lint/suspicious/noArrayIndexKey: a situation is its number
              key={i}
              onPointerEnter={() => onChoose(i)}
              className={`border-t border-rule align-top ${chosen === i ? 'bg-sunk' : ''}`}
            >
              <td className="py-1.5 pr-2 pl-3">
                {canOpen(i) ? (
                  <Press
                    onClick={() => onOpen(i)}
                    onFocus={() => onChoose(i)}
                    className="rounded-sm text-left font-semibold underline decoration-rule underline-offset-2 hover:decoration-ink"
                  >
                    {situationWords(situation)}
                  </Press>
                ) : (
                  <span className="font-semibold">{situationWords(situation)}</span>
                )}
                {situation.blend && momentFacts[situation.moment].tool === 'changing' && (
                  <Swatches blends={[{ name: `T${situation.tool}`, shares: situation.blend }]} />
                )}
                {situation.change?.moves && (
                  <span className="block text-small text-soft">with the print file’s own moves around it</span>
                )}
                {situation.bySlicer && (
                  <span className="block text-small text-soft">
                    {canOpen(i) ? 'and then ' : ''}the slicer’s own {situation.bySlicer}
                  </span>
                )}
              </td>
              <Figure>{situation.layer}</Figure>
              <Figure>{situation.times || '–'}</Figure>
              <Figure>{duration(situation.seconds)}</Figure>
              <Figure>{situation.times ? duration(situation.seconds * situation.times) : '–'}</Figure>
              <Figure>{volume(situation.extrudedMm3)}</Figure>
              <Figure>{volume(situation.oozedMm3)}</Figure>
              <td className="py-1.5 pr-3 pl-3">
                <Found counts={situation.counts} />
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollRegion>
  )
}

const Figure = ({ children }: { children: string | number }) => (
  <td className="pr-3 py-1.5 text-right whitespace-nowrap tabular-nums">{children}</td>
)

const volume = (mm3: number): string => (mm3 < 0.05 ? '–' : `${plain(mm3, mm3 < 10 ? 1 : 0)} mm³`)

function Found({ counts }: { counts: SituationShown['counts'] }) {
  const worst = (['error', 'warning', 'advice'] as const).find(each => counts[each] > 0)
  if (!worst) return <span className="text-good">none</span>
  const phrases = (['error', 'warning', 'advice'] as const)
    .filter(each => counts[each] > 0)
    .map(each => (each === 'advice' ? `${counts[each]} advice` : plural(counts[each], each)))
  return (
    <span className="flex items-center gap-1.5">
      <SeverityMark severity={worst} />
      {phrases.join(', ')}
    </span>
  )
}
