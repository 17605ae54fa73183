// Shown when a script is rehearsed in a situation of a whole print: the layer, the tools, and the state that the print
// leaves.
import { memo } from 'react'
import { changeWords, pairsOf } from '../../../../core/model/changes.ts'
import type { OwnMoves } from '../../../../core/model/job.ts'
import { isChangeMoment, withinPrint } from '../../../../core/model/moment.ts'
import type { Things } from '../../../state/api.ts'
import { choose } from '../../../state/desk-changes.ts'
import type { Chosen } from '../../../state/rehearsal-input.ts'
import { Button } from '../../../ui/Button.tsx'
import { Choice } from '../../../ui/Choice.tsx'
import { PageLink } from '../../../ui/Press.tsx'

type Props = { chosen: Chosen; things: Things }

// Memoised: the choice stays the same object while the person types, and counting a tall job's changes at every key
// would be slow.
export const InSituation = memo(function InSituation({ chosen, things }: Props) {
  const { situation, moment } = chosen
  const printer = things.printers.find(({ id }) => id === chosen.printerId)?.data
  const job = things.jobs.find(({ data }) => data.name === chosen.jobName)?.data
  if (!printer || !job || !withinPrint.includes(moment) || chosen.opened) return null
  const pairs = pairsOf(job, printer)
  const changes = isChangeMoment(moment) && pairs.length > 0
  if (!situation && !changes) return null
  const now = situation?.change ?? (changes ? pairs[0] : null)
  const moves = situation?.from ? situation.change?.moves : null
  const where = `/whole-print?printer=${chosen.printerId}&job=${encodeURIComponent(job.name)}`
  return (
    <section
      aria-label="In the whole print"
      className="flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 rounded-card border border-rule bg-sunk px-3 py-1 text-body"
    >
      {changes && now && (
        <Choice
          name="Change"
          value={changeWords(now)}
          options={pairs.map(each => ({
            value: changeWords(each),
            label: changeWords(each),
            about: `first in layer ${each.layer}`,
          }))}
          onChange={value => {
            const wanted = pairs.find(each => changeWords(each) === value)
            if (wanted) choose({ situation: { layer: wanted.layer, change: wanted, from: null } })
          }}
        />
      )}
      <p className="min-w-0 flex-1">
        {situation?.from
          ? `In layer ${situation.layer} of “${job.name}”, with the machine as the print leaves it.`
          : situation
            ? `In layer ${situation.layer} of “${job.name}”, as such a change usually begins.`
            : `As a change of “${job.name}” usually begins, half way up.`}
        {moves && <OwnMovesWords moves={moves} />}
      </p>
      <PageLink to={where} className="text-heat underline underline-offset-2">
        Whole print
      </PageLink>
      {situation && <Button onClick={() => choose({ situation: undefined })}>Back to the usual case</Button>}
    </section>
  )
})

/** The slicer's own moves around this change, from the print file. */
const OwnMovesWords = ({ moves: { before, after } }: { moves: OwnMoves }) => (
  <>
    {' '}
    The print file itself has <code className="font-mono text-small">{inOne(before)}</code> before
    {after !== '' && (
      <>
        {' '}
        and <code className="font-mono text-small">{inOne(after)}</code> after it
      </>
    )}
    .
  </>
)

const inOne = (lines: string): string => lines.replaceAll('\n', ' · ')
