// Questions that only a person can answer, each with the proposed answer and its effect.
import { type FormEvent, useState } from 'react'
import { plural } from '../../../core/format.ts'
import type { CarryOptions } from '../../../core/model/came-from.ts'
import type { PlanShown } from '../../state/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Card } from '../../ui/Card.tsx'
import { fieldLook } from '../../ui/Field.tsx'
import { Radios } from '../../ui/Radios.tsx'

type Ask = PlanShown['asks'][number]
type Props = { asks: readonly Ask[]; asked: CarryOptions; onAsked: (asked: CarryOptions) => void }

export function Questions({ asks, asked, onAsked }: Props) {
  if (asks.length === 0) return null
  const answer = (key: string, given: string) => onAsked({ ...asked, answers: { ...asked.answers, [key]: given } })
  const open = asks.filter(({ answered }) => !answered).length
  return (
    <Card aria-label="Questions">
      <h2 className="font-serif text-heading font-semibold">
        {open > 0 ? `${plural(open, 'question')} to answer` : 'Questions, all answered'}
      </h2>
      <ul className="mt-1 grid gap-3">
        {asks.map(ask => (
          <li key={ask.key}>
            <Question ask={ask} given={asked.answers[ask.key] ?? ''} onAnswer={given => answer(ask.key, given)} />
          </li>
        ))}
      </ul>
    </Card>
  )
}

function Question({ ask, given, onAnswer }: { ask: Ask; given: string; onAnswer: (given: string) => void }) {
  const { key, question, proposed, choices, changes, answered } = ask
  const [words, setWords] = useState(given || proposed)
  const send = (event: FormEvent) => {
    event.preventDefault()
    onAnswer(words.trim())
  }
  return (
    <form onSubmit={send}>
      <p id={`ask-${key}`}>{question}</p>
      <p className="text-small text-soft">Your answer decides {changes}.</p>
      {choices ? (
        <Radios
          name={key}
          options={choices.map(choice => ({
            value: choice,
            label: choice === proposed ? `${choice} (proposed)` : choice,
          }))}
          value={given || proposed}
          onChange={onAnswer}
        />
      ) : (
        <div className="flex max-w-md items-center gap-2">
          <input
            aria-labelledby={`ask-${key}`}
            value={words}
            onChange={event => setWords(event.target.value)}
            className={fieldLook}
          />
          <Button type="submit" className="mt-1">
            {answered ? 'Change the answer' : words === proposed ? 'Use the proposal' : 'Answer'}
          </Button>
        </div>
      )}
    </form>
  )
}
