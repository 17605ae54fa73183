// The scripts that contain a refrain: how each would change, proven by a rehearsal, and whether it was edited there by
// hand.
import { useEffect, useMemo, useState } from 'react'
import type { RevisionEffect } from '../../../core/compare/side-by-side.ts'
import { duration, plain, plural } from '../../../core/format.ts'
import { read } from '../../../core/gcode/read.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import { nameKey } from '../../../core/model/script.ts'
import type { SavedRefrain, SavedScript } from '../../../core/model/stored.ts'
import { driftOf, keptFrom, refrainsIn } from '../../../core/script/refrains.ts'
import { changedLines } from '../../lib/changed.ts'
import type { Things } from '../../state/api.ts'
import { usualSetting } from '../../state/rehearsal-input.ts'
import { inWorker } from '../../state/rehearser.ts'
import { Button } from '../../ui/Button.tsx'
import { EmptyState } from '../../ui/Card.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { LineChanges } from '../../ui/LineChanges.tsx'
import { PageLink, Press } from '../../ui/Press.tsx'
import { ScrollRegion } from '../../ui/ScrollRegion.tsx'
import { type Column, Table } from '../../ui/Table.tsx'

type Landing = { script: SavedScript; after: string }
type Props = {
  refrain: SavedRefrain
  text: string
  landings: readonly Landing[]
  waiting: boolean
  things: Things
  unticked: ReadonlySet<number>
  onTick: (id: number, ticked: boolean) => void
  onKeepApart: (script: SavedScript) => void
  onMakeMaster: (text: string) => void
}
type Proof = { before: RevisionEffect; after: RevisionEffect }

/** Rehearses each script before and after the change. */
function useProofs(landings: readonly Landing[], things: Things) {
  const [proofs, setProofs] = useState<ReadonlyMap<number, Proof>>(new Map())
  const [problem, setProblem] = useState<string | null>(null)
  const [attempt, setAttempt] = useState(0)
  // biome-ignore lint/correctness/useExhaustiveDependencies: each attempt begins anew
  useEffect(() => {
    let left = false
    const prove = async () => {
      const found = new Map<number, Proof>()
      for (const { script, after } of landings) {
        const setting = usualSetting(script, things)
        if (!setting) continue
        const [was, is] = await inWorker(tasks =>
          tasks.tellRevisions(
            [
              { id: 0, text: script.text, before: null },
              { id: 1, text: after, before: 0 },
            ],
            setting,
          ),
        )
        if (left) return
        if (was && is) found.set(script.id, { before: was, after: is })
        setProofs(new Map(found))
      }
    }
    // The text may change meanwhile: the newest one is rehearsed.
    setProblem(null)
    const timer = setTimeout(() => prove().catch((error: Error) => !left && setProblem(error.message)), 250)
    return () => {
      left = true
      clearTimeout(timer)
    }
  }, [landings, things, attempt])
  return { proofs, problem, retry: () => setAttempt(attempt + 1) }
}

const columns: readonly Column[] = [
  { title: 'Roll out', width: '10%' },
  { title: 'Script', width: '28%' },
  { title: 'In the script', width: '20%' },
  { title: 'Lines', width: '10%' },
  { title: 'Findings', width: '11%' },
  { title: 'Time', width: '12%' },
  'Filament',
]

export function RollOut({ landings, waiting, things, ...rest }: Props) {
  const { proofs, problem, retry } = useProofs(landings, things)
  if (waiting) return <p className="text-soft">Looking through the scripts…</p>
  if (landings.length === 0) return <EmptyState>No script has it yet. On the Desk, “Add” puts it in.</EmptyState>
  return (
    <ScrollRegion aria-label="Scripts that have it">
      <Failed why={problem && `What the change does could not be worked out. ${problem}`} onRetry={retry} />
      <Table card label="Scripts that have it" className="min-w-[640px] table-fixed" columns={columns}>
        {landings.map(landing => (
          <ScriptRow
            key={landing.script.id}
            landing={landing}
            proof={proofs.get(landing.script.id) ?? null}
            things={things}
            {...rest}
          />
        ))}
      </Table>
    </ScrollRegion>
  )
}

type RowProps = Omit<Props, 'landings' | 'waiting'> & { landing: Landing; proof: Proof | null }

function ScriptRow({ refrain, text, landing, proof, things, unticked, onTick, onKeepApart, onMakeMaster }: RowProps) {
  const { script, after } = landing
  const [shown, setShown] = useState(false)
  const standing = useMemo(
    () => refrainsIn(read(script.text)).find(({ name }) => nameKey(name) === nameKey(refrain.name)),
    [script.text, refrain.name],
  )
  const drift = standing ? driftOf(standing, refrain) : null
  const rows = useMemo(() => changedLines(script.text, after), [script.text, after])
  const changes = rows.length > 0
  const kept = useMemo(() => keptFrom(script.text, refrain.name, text), [script.text, refrain.name, text])
  const printer = things.printers.find(({ id }) => id === script.printerId)?.data.name ?? ''
  const state =
    drift?.kind === 'drifted'
      ? 'drifted: changed by hand'
      : drift?.kind === 'behind'
        ? `as in revision ${drift.number}`
        : 'the same'
  return (
    <tbody className="border-t border-rule">
      <tr className="align-baseline">
        <td className="py-1.5 pl-3">
          <input
            type="checkbox"
            aria-label={`Roll out to ${script.name}`}
            disabled={!changes || script.stock}
            checked={changes && !script.stock && !unticked.has(script.id)}
            onChange={event => onTick(script.id, event.target.checked)}
          />
        </td>
        <td className="py-1.5 pr-3">
          <PageLink
            to={`/desk/${script.id}`}
            className="block truncate font-semibold hover:text-heat"
            title={script.name}
          >
            {script.name}
          </PageLink>
          <span className="text-small text-soft">
            {printer}, {momentFacts[script.moment].when}
            {script.stock && ', kept as it came'}
          </span>
        </td>
        <td
          className={`py-1.5 pr-3 text-control ${drift?.kind === 'drifted' ? 'font-semibold text-warn' : 'text-soft'}`}
        >
          {state}
          {kept && (
            <span className="block text-warn">
              not rolled out: line {kept.line} is kept ({kept.why})
            </span>
          )}
        </td>
        <td className="py-1.5 pr-3">
          {changes ? (
            <Press aria-expanded={shown} onClick={() => setShown(!shown)} className="text-heat underline">
              {plural(rows.length, 'line')}
            </Press>
          ) : (
            <span className="text-soft">none</span>
          )}
        </td>
        <td className="py-1.5 pr-3">{proof ? turned(proof, ({ serious }) => String(serious)) : '…'}</td>
        <td className="py-1.5 pr-3">{proof ? turned(proof, ({ durationS }) => duration(durationS)) : '…'}</td>
        <td className="py-1.5 pr-3">{proof ? turned(proof, ({ massG }) => `${plain(massG, 2)} g`) : '…'}</td>
      </tr>
      {(shown || drift?.kind === 'drifted') && (
        <tr>
          <td />
          <td colSpan={6} className="pr-3 pb-2.5">
            {changes && <LineChanges rows={rows} label={`What changes in ${script.name}`} className="max-h-44" />}
            {drift?.kind === 'drifted' && standing && (
              <p className="mt-1.5 flex flex-wrap items-center gap-2 text-control">
                {kept
                  ? 'The line with a keep mark is not in the refrain, so it stays as it is.'
                  : 'If ticked, the script gets the refrain’s lines again.'}
                <Button small onClick={() => onKeepApart(script)}>
                  Detach it here
                </Button>
                <Button small onClick={() => onMakeMaster(standing.text)}>
                  Make it the refrain for all
                </Button>
              </p>
            )}
          </td>
        </tr>
      )}
    </tbody>
  )
}

/** “4 min 2 s → 3 min 58 s”, or a single value if nothing changes. */
function turned({ before, after }: Proof, describe: (told: RevisionEffect) => string) {
  const [was, is] = [describe(before), describe(after)]
  return was === is ? (
    <span className="text-soft">{is}</span>
  ) : (
    <>
      <span className="text-soft">{was} → </span>
      <b>{is}</b>
    </>
  )
}
