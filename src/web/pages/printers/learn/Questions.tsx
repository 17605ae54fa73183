// Questions that the files leave open or answer differently: an answer replaces the proposed value.
import type { Ask } from '../../../../core/learn/learn.ts'
import { choicesOf, describeField, unitOf } from './learned-words.ts'

/** By the field that each answer is for. */
export type Answers = Readonly<Record<string, unknown>>
type Props = { asks: readonly Ask[]; answers: Answers; onAnswer: (answers: Answers) => void }

const numberLook = 'w-24 rounded-button border border-rule bg-paper px-2 py-0.5'
const isSpan = (value: unknown): value is [number, number] =>
  Array.isArray(value) && value.length === 2 && value.every(each => typeof each === 'number')

export function Questions({ asks, answers, onAnswer }: Props) {
  if (asks.length === 0) return null
  const answer = (key: string, value: unknown) => {
    const { [key]: _, ...others } = answers
    onAnswer(value === null ? others : { ...others, [key]: value })
  }
  return (
    <section aria-label="Questions" className="rounded-card border border-warn bg-raised px-4 py-3">
      <h2 className="font-serif text-heading font-semibold">To be answered, or left as proposed</h2>
      <ul className="mt-1 grid gap-3 text-control">
        {asks.map(ask => (
          <li key={ask.key}>
            <p>{ask.question}</p>
            <Answer ask={ask} value={answers[ask.key] ?? ask.proposed} onAnswer={value => answer(ask.key, value)} />
          </li>
        ))}
      </ul>
    </section>
  )
}

type AnswerProps = { ask: Ask; value: unknown; onAnswer: (value: unknown) => void }

function Answer({ ask: { key, question, proposed }, value, onAnswer }: AnswerProps) {
  const choices = choicesOf(key)
  if (choices)
    return (
      <span className="mt-1 grid gap-0.5">
        {Object.entries(choices).map(([choice, label]) => (
          <label key={choice} className="flex items-center gap-2">
            <input type="radio" name={key} checked={value === choice} onChange={() => onAnswer(choice)} />
            {label}
          </label>
        ))}
      </span>
    )
  if (typeof proposed === 'number')
    return (
      <span className="mt-1 flex items-center gap-2">
        <NumberAnswer name={question} value={Number(value)} onChange={onAnswer} /> {unitOf(key)}
      </span>
    )
  if (isSpan(proposed)) {
    const [low, high] = isSpan(value) ? value : proposed
    return (
      <span className="mt-1 flex items-center gap-2">
        <NumberAnswer name={`${question} From`} value={low} onChange={to => onAnswer([to, high])} /> to
        <NumberAnswer name={`${question} To`} value={high} onChange={to => onAnswer([low, to])} /> {unitOf(key)}
      </span>
    )
  }
  if (key.startsWith('file ') || proposed === true) return null
  return <p className="text-soft">Proposed: {describeField(key, proposed)}</p>
}

const NumberAnswer = ({
  name,
  value,
  onChange,
}: {
  name: string
  value: number
  onChange: (value: number) => void
}) => (
  <input
    type="number"
    step="any"
    aria-label={name}
    defaultValue={value}
    className={numberLook}
    onBlur={event => {
      const now = event.target.valueAsNumber
      if (Number.isFinite(now) && now !== value) onChange(now)
    }}
  />
)
