// The proposed printer, to accept as a whole or field by field: questions first, unused lines last.
import { useCallback, useMemo, useState } from 'react'
import { type Learned, type LearnedField, withLearned } from '../../../../core/learn/learn.ts'
import { sentenceOf } from '../../../../core/model/issues.ts'
import type { Printer } from '../../../../core/model/printer.ts'
import { useCommand } from '../../../lib/useCommand.ts'
import { api, type Saved } from '../../../state/api.ts'
import { forgetFiles } from '../../../state/files-to-learn.ts'
import { rememberMyPrinter } from '../../../state/my-printer.ts'
import { Button } from '../../../ui/Button.tsx'
import { Failed } from '../../../ui/Failed.tsx'
import { BedPad } from '../BedPad.tsx'
import { at } from '../fields.ts'
import { LearnedTable } from './LearnedTable.tsx'
import { sameValue } from './learned-words.ts'
import { PassedOver } from './PassedOver.tsx'
import { type Answers, Questions } from './Questions.tsx'
import { TaughtTable } from './TaughtTable.tsx'

type Props = { learned: Learned; existing: Saved<Printer> | null; onDone: (id: number) => void }

/** Whether a field is accepted at first: for an existing printer neither guesses nor its name. */
const takenAtFirst = ({ field, how }: LearnedField, existing: boolean): boolean =>
  !existing || (how !== 'guessed' && field !== 'name')

export function Proposal({ learned, existing, onDone }: Props) {
  const [left, setLeft] = useState<Readonly<Record<string, boolean>>>({})
  const [answers, setAnswers] = useState<Answers>({})
  const [untaught, setUntaught] = useState<readonly string[]>([])
  const [name, setName] = useState<string | null>(null)
  const { told, taught } = learned
  const isTaken = useCallback(
    (each: LearnedField) => left[each.field] ?? takenAtFirst(each, existing !== null),
    [left, existing],
  )
  const chosen = useMemo(() => {
    const answered = Object.entries(answers).map(
      ([field, value]): LearnedField => ({ field, value, file: null, line: null, how: 'stated' }),
    )
    const fields = new Set(answered.map(({ field }) => field))
    return [...told.filter(each => isTaken(each) && !fields.has(each.field)), ...answered]
  }, [told, answers, isTaken])
  const made = useMemo(() => {
    const base = existing?.data ?? learned.usual
    const parsed = withLearned(base, chosen)
    if (!parsed.success) return { printer: null, why: sentenceOf(parsed.issues) }
    // Answers and names that a person typed have the person as their source.
    const sources = Object.fromEntries(
      Object.entries(parsed.output.sources).filter(
        ([field]) => !(field in answers) && !(field === 'name' && name !== null),
      ),
    )
    const own = taught.filter(each => !untaught.includes(each.name))
    const names = new Set(own.map(each => each.name))
    return {
      printer: {
        ...parsed.output,
        sources,
        name: name ?? parsed.output.name,
        taught: [...base.taught.filter(each => !names.has(each.name)), ...own],
      },
      why: null,
    }
  }, [chosen, existing, learned.usual, answers, taught, untaught, name])
  const differing = existing ? told.filter(({ field, value }) => !sameValue(at(existing.data, field), value)) : told
  // For an existing printer, defaults are not asked about.
  const usual = new Set(existing ? told.filter(({ how }) => how === 'guessed').map(({ field }) => field) : [])
  const asks = learned.asks.filter(({ key }) => !usual.has(key))
  const saving = useCommand(async () => {
    if (!made.printer) return
    const { id } = existing ? await api.changePrinter(existing.id, made.printer) : await api.addPrinter(made.printer)
    if (!existing) rememberMyPrinter(id)
    forgetFiles()
    onDone(id)
  })
  const count = differing.filter(isTaken).length
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_300px] gap-6 max-wide:grid-cols-1">
      <div className="order-1 grid content-start gap-5">
        <LearnedTable
          fields={differing}
          existing={existing?.data ?? null}
          same={told.length - differing.length}
          isTaken={isTaken}
          onTake={(fields, take) => setLeft({ ...left, ...Object.fromEntries(fields.map(field => [field, take])) })}
        />
        {taught.length > 0 && (
          <TaughtTable
            taught={taught}
            left={untaught}
            onLeave={(of, leave) => setUntaught(leave ? [...untaught, of] : untaught.filter(each => each !== of))}
          />
        )}
        <PassedOver passedOver={learned.passedOver} />
      </div>
      <div className="order-2 grid content-start gap-4 self-start max-wide:order-none wide:sticky wide:top-4">
        {!existing && (
          <label className="grid gap-1">
            <span className="text-control text-soft">What do you call it?</span>
            <input
              value={name ?? made.printer?.name ?? ''}
              maxLength={80}
              onChange={event => setName(event.target.value)}
              className="w-full rounded-button border border-rule bg-paper px-2.5 py-1.5"
            />
          </label>
        )}
        <Button
          main
          className="justify-center"
          onClick={() => void saving.run()}
          disabled={saving.pending || !made.printer || (existing !== null && count === 0)}
        >
          {existing ? `Take ${count} of these into ${existing.data.name}` : 'Make this printer'}
        </Button>
        <Failed why={made.why} />
        <Failed why={saving.problem} onRetry={saving.retry} />
        <Questions asks={asks} answers={answers} onAnswer={setAnswers} />
        {made.printer && <BedPad printer={made.printer} onChange={() => {}} />}
      </div>
    </div>
  )
}
