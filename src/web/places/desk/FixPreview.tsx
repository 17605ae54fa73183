// A fix before it is applied: the lines it changes, and what the rehearsal says of it.
import { useEffect, useMemo, useState } from 'react'
import type { Fix } from '../../../core/check/finding.ts'
import { duration, plural } from '../../../core/explain/words.ts'
import { applyEdits } from '../../../core/model/script.ts'
import type { Setting } from '../../../core/runs/round.ts'
import type { DeskRound } from '../../../worker/rehearsal.worker.ts'
import { Button } from '../../parts/Button.tsx'
import type { Open } from '../../state/desk.ts'
import { rehearseAside } from '../../state/rehearser.ts'
import { changedLines } from './changed.ts'

type Props = {
  fix: Fix
  text: string
  open: Open
  setting: Setting
  onApply: () => void
  onClose: () => void
}

export function FixPreview({ fix, text, open, setting, onApply, onClose }: Props) {
  const after = useMemo(() => applyEdits(text, fix.edits), [text, fix])
  const rows = useMemo(() => changedLines(text, after), [text, after])
  const [then, setThen] = useState<DeskRound | null>(null)
  useEffect(() => {
    let wanted = true
    void rehearseAside(after, setting).then(round => wanted && setThen(round))
    return () => {
      wanted = false
    }
  }, [after, setting])
  const now = open.round
  return (
    <div className="my-1.5 ml-6 rounded-button border border-rule bg-paper p-2.5">
      <p className="pb-1 font-semibold">{fix.title}</p>
      <ul aria-label="Lines that change" className="font-mono text-[13px]">
        {rows.map(({ sign, number, line }) => (
          <li
            key={`${sign}${number}`}
            className={`flex gap-2 px-1 ${sign === '+' ? 'bg-heat-fill' : 'text-soft line-through'}`}
          >
            <span className="w-14 shrink-0 text-right">
              {number} <span aria-hidden>{sign === '+' ? '+' : '−'}</span>
              <span className="sr-only">{sign === '+' ? 'becomes' : 'was'}</span>
            </span>
            <span className="min-w-0 truncate whitespace-pre">{line || ' '}</span>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex items-center gap-2">
        <p className="text-[13px] text-soft" role="status">
          {then && now
            ? `Rehearsed: ${plural(then.findings.length, 'finding')} instead of ${now.findings.length}, ${duration(then.durations.totalS)} instead of ${duration(now.durations.totalS)}.`
            : 'Rehearsing it…'}
        </p>
        <Button small className="ml-auto" onClick={onClose}>
          Leave it
        </Button>
        <Button small main onClick={onApply}>
          Apply
        </Button>
      </div>
    </div>
  )
}
