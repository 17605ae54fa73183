// The placeholders of another program, as they were rehearsed: looked through once, and kept as what that program means.
import { useState } from 'react'
import { plural } from '../../../../core/format.ts'
import { Vocabulary } from '../../../../core/model/vocabulary.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { confirmed, type WordToConfirm, wordsToConfirm } from '../../../../core/vocabulary/confirm.ts'
import type { Placeholder } from '../../../../core/vocabulary/placeholders.ts'
import { Button } from '../../../parts/Button.tsx'
import { Field, fieldLook } from '../../../parts/Field.tsx'
import { Panel } from '../../../parts/Panel.tsx'
import { useKeeping } from '../../../parts/useKeeping.ts'
import { ValueChoice } from '../../../parts/ValueChoice.tsx'
import { api, type Things } from '../../../state/api.ts'
import { reloadThings } from '../../../state/desk.ts'

type Props = {
  text: string
  placeholders: readonly Placeholder[]
  absent: ReadonlyMap<string, readonly number[]>
  setting: RehearsalInput
  things: Things
  onClose: () => void
}

export function PlaceholdersPanel({ text, placeholders, absent, setting, things, onClose }: Props) {
  const [words, setWords] = useState(() => wordsToConfirm(placeholders, absent))
  const known = things.vocabularies.find(({ data }) => data.printers.includes(setting.printer.name))
  const [name, setName] = useState(known?.data.name ?? `Words of ${setting.printer.name}’s program`)
  const { refusal, keep } = useKeeping(Vocabulary, onClose)
  const change = (word: string, part: Partial<WordToConfirm>) =>
    setWords(before => before.map(each => (each.word === word ? { ...each, ...part } : each)))
  const save = () =>
    keep(
      { ...confirmed(text, words, { name, printer: setting.printer.name, known: known?.data }), name },
      async vocabulary => {
        await (known ? api.changeVocabulary(known.id, vocabulary) : api.addVocabulary(vocabulary))
        await reloadThings()
      },
    )
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title={`${plural(words.length, 'word')} of another program`}
      about={`They were rehearsed with what they most likely mean; where nothing tells, a number may be given. Look them through once, and from then on ${setting.printer.name}’s scripts are read so.`}
    >
      <form
        onSubmit={event => {
          event.preventDefault()
          void save()
        }}
      >
        <table className="w-full text-[14px]">
          <thead>
            <tr className="border-b border-rule text-left text-[13px] text-soft">
              <th className="py-1 pr-3 font-normal">Word</th>
              <th className="py-1 pr-3 font-normal">Means</th>
              <th className="py-1 font-normal">Rehearsed with</th>
            </tr>
          </thead>
          <tbody>
            {words.map(each => (
              <WordRow key={each.word} word={each} onChange={part => change(each.word, part)} />
            ))}
          </tbody>
        </table>
        <div className="mt-4 flex items-end gap-3">
          <div className="min-w-0 flex-1">
            <Field name="Keep as" hint="the program that makes the print files">
              {id => (
                <input id={id} value={name} onChange={event => setName(event.target.value)} className={fieldLook} />
              )}
            </Field>
          </div>
          <Button onClick={onClose}>Not now</Button>
          <Button main type="submit">
            Confirm {plural(words.length, 'word')}
          </Button>
        </div>
        {refusal && (
          <p role="alert" className="mt-2 text-[14px] text-bad">
            {refusal}
          </p>
        )}
      </form>
    </Panel>
  )
}

type RowProps = { word: WordToConfirm; onChange: (part: Partial<WordToConfirm>) => void }

function WordRow({ word: { word, value, standIn, lines, shown, with: worth }, onChange }: RowProps) {
  return (
    <tr className="border-t border-rule align-top">
      <th scope="row" className="py-1.5 pr-3 text-left font-normal">
        <span className="block font-mono break-all">{word}</span>
        <span className="text-[13px] text-soft">
          {plural(lines.length, 'line')}: {lines.slice(0, 6).join(', ')}
          {lines.length > 6 && ' …'}
        </span>
      </th>
      <td className="py-1.5 pr-3">
        <ValueChoice
          word={word}
          value={value}
          none="none of our values"
          onChange={meaning => onChange({ value: meaning })}
        />
      </td>
      <td className="py-1.5">
        {value === null && (standIn !== null || worth === null) ? (
          <input
            type="number"
            step="any"
            aria-label={`Number for ${word}`}
            placeholder="a number"
            value={standIn ?? ''}
            onChange={event => onChange({ standIn: event.target.value === '' ? null : Number(event.target.value) })}
            className="w-28 rounded-button border border-rule bg-paper px-2 py-1"
          />
        ) : (
          <span title={shown}>{worth}</span>
        )}
      </td>
    </tr>
  )
}
