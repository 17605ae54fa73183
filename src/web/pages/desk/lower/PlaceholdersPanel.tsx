// The placeholders of a slicer, with the meanings that the rehearsal guessed: the person confirms them, and they become
// a vocabulary.
import { useState } from 'react'
import { useLocation } from 'react-router'
import * as v from 'valibot'
import { plural } from '../../../../core/format.ts'
import { plainName } from '../../../../core/model/pieces.ts'
import { Vocabulary } from '../../../../core/model/vocabulary.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { confirmed, type WordToConfirm, wordsToConfirm } from '../../../../core/vocabulary/confirm.ts'
import type { Placeholder } from '../../../../core/vocabulary/placeholders.ts'
import { useForm } from '../../../lib/useForm.ts'
import { api, type Things } from '../../../state/api.ts'
import { reloadThings } from '../../../state/rehearsal-requests.ts'
import { DialogEnd } from '../../../ui/DialogEnd.tsx'
import { DraftRestored } from '../../../ui/DraftRestored.tsx'
import { Panel } from '../../../ui/Panel.tsx'
import { Table } from '../../../ui/Table.tsx'
import { TextField } from '../../../ui/TextField.tsx'
import { ValueChoice } from '../../../ui/ValueChoice.tsx'

type Props = {
  text: string
  placeholders: readonly Placeholder[]
  absent: ReadonlyMap<string, readonly number[]>
  setting: RehearsalInput
  things: Things
  onClose: () => void
}

/** The name of the vocabulary, and for each placeholder, in order, its meaning. */
const Meanings = v.object({
  name: plainName('a vocabulary'),
  words: v.array(
    v.object({ word: v.string(), value: v.nullable(v.string()), standIn: v.nullable(v.pipe(v.number(), v.finite())) }),
  ),
})
type Meanings = v.InferOutput<typeof Meanings>

export function PlaceholdersPanel({ text, placeholders, absent, setting, things, onClose }: Props) {
  const [words] = useState(() => wordsToConfirm(placeholders, absent))
  const printer = setting.printer.name
  const known = things.vocabularies.find(({ data }) => data.printers.includes(printer))
  const { pathname } = useLocation()
  const form = useForm<Meanings>({
    key: `Placeholders of a slicer at ${pathname}`,
    schema: Meanings,
    bound: true,
    saved: {
      name: known?.data.name ?? `Placeholders of ${printer}’s slicer`,
      words: words.map(({ word, value, standIn }) => ({ word, value, standIn })),
    },
    send: async ({ name, words: meant }) => {
      const meanings = words.map((each, row) => ({ ...each, ...meant[row] }))
      const vocabulary = v.parse(Vocabulary, {
        ...confirmed(text, meanings, { name, printer, known: known?.data }),
        name,
      })
      await (known ? api.changeVocabulary(known.id, vocabulary) : api.addVocabulary(vocabulary))
      await reloadThings()
    },
  })
  const { fields, value } = form
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title={`${plural(words.length, 'placeholder')} of a slicer`}
      about={`They are rehearsed with their most likely meaning. Where that is unclear you can enter a number. Check them once, and from then on ${printer}’s scripts are read so.`}
    >
      <form noValidate onSubmit={event => void form.submit(event).then(done => done && onClose())}>
        <Table columns={['Placeholder', 'Means', 'Rehearsed with']}>
          <tbody>
            {words.map((each, row) => (
              <WordRow
                key={each.word}
                word={{ ...each, ...value.words[row] }}
                onChange={part =>
                  fields.setValue(`words.${row}`, {
                    word: each.word,
                    value: null,
                    standIn: null,
                    ...value.words[row],
                    ...part,
                  })
                }
              />
            ))}
          </tbody>
        </Table>
        <div className="mt-4">
          <TextField form={fields} path="name" name="Save as" hint="the slicer’s name" />
        </div>
        <DraftRestored form={form} />
        <DialogEnd refusal={form.refusal} onClose={onClose} go={`Confirm ${plural(words.length, 'placeholder')}`} />
      </form>
    </Panel>
  )
}

type RowProps = { word: WordToConfirm; onChange: (part: Partial<WordToConfirm>) => void }

function WordRow({ word: { word, value, standIn, lines, shown, with: worth }, onChange }: RowProps) {
  return (
    <tr className="border-t border-rule align-top">
      <th scope="row" className="min-w-44 py-1.5 pr-3 text-left font-normal">
        <span className="block font-mono break-all">{word}</span>
        <span className="text-small text-soft">
          {plural(lines.length, 'line')}: {lines.slice(0, 6).join(', ')}
          {lines.length > 6 && ' …'}
        </span>
      </th>
      <td className="py-1.5 pr-3">
        <ValueChoice
          word={word}
          value={value}
          none="none of Warm Prelude’s values"
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
