// “Calibrate from trials”: calculates warm-up times, probing times and accelerations from measured trials, and shows them before they are saved.
import { CircleAlert } from 'lucide-react'
import { useCallback } from 'react'
import { duration, listed, plain } from '../../../core/format.ts'
import type { Story } from '../../../core/model/stored.ts'
import type { RehearsalInput } from '../../../core/round.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { useComputed } from '../../lib/useComputed.ts'
import { api, type Things } from '../../state/api.ts'
import { inWorker } from '../../state/rehearser.ts'
import { Button } from '../../ui/Button.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { Table } from '../../ui/Table.tsx'
import { timedTrials } from './story.ts'

type Props = { story: Story; setting: RehearsalInput; things: Things; onClose: () => void }

export function CalibratePanel({ story, setting, things, onClose }: Props) {
  const { printer } = setting
  const query = useComputed(
    useCallback(
      () => inWorker(tasks => tasks.fitPrinter(printer, timedTrials(story, setting, things))),
      [printer, story, setting, things],
    ),
  )
  const fit = query.data
  const take = useCommand(async () => {
    if (!fit?.ok) return
    await api.changePrinter(story.script.printerId, fit.printer)
    onClose()
  })
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title={`Calibrate ${printer.name} from trials`}
      about="Fitted to the measured times. Nothing changes until you accept it."
    >
      {!fit && !query.error && <p className="text-soft">Calculating…</p>}
      {fit && !fit.ok && <p>{fit.why}</p>}
      {fit?.ok && (
        <>
          <Table columns={['By the clock', 'Rehearsed now', 'With the new figures']}>
            <tbody>
              {fit.rows.map(({ measuredS, beforeS, afterS }, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: trials have no other order
                <tr key={i} className="border-t border-rule">
                  <td className="py-1">{duration(measuredS)}</td>
                  <td className="py-1">{duration(beforeS)}</td>
                  <td className="py-1 font-semibold">{duration(afterS)}</td>
                </tr>
              ))}
            </tbody>
          </Table>
          {!fit.agrees && (
            <p className="mt-3 flex gap-2 text-warn">
              <CircleAlert size={17} aria-hidden className="mt-1 shrink-0" />
              No figures explain all of these times. Something else differed between the trials: a warm printer, a
              different job, a mistake with the watch. Leave out the odd one first.
            </p>
          )}
          <h3 className="mt-4 font-serif text-lead font-semibold">
            {fit.changes.length ? 'What would change' : 'Nothing to change: the times are right as they are'}
          </h3>
          <ul>
            {fit.changes.map(({ what, from, to, unit }) => (
              <li key={what}>
                {what}: {plain(from, 2)} → <b>{plain(to, 2)}</b> {unit}
              </li>
            ))}
          </ul>
          {fit.alike.map(([one, other]) => (
            <p key={one + other} className="mt-2 text-body">
              These trials don’t show {one} from {other}: only their sum is known. A trial with only one of them would
              show it.
            </p>
          ))}
          {fit.untold.length > 0 && (
            <p className="mt-2 text-body text-soft">Unchanged, because no trial shows it: {listed(fit.untold)}.</p>
          )}
        </>
      )}
      <Failed why={query.error?.message} onRetry={() => void query.refetch()} />
      <Failed why={take.problem} onRetry={take.retry} />
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Leave it</Button>
        <Button main disabled={!fit?.ok || fit.changes.length === 0} onClick={() => void take.run()}>
          Use these figures
        </Button>
      </div>
    </Panel>
  )
}
