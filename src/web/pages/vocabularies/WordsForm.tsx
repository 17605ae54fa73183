// The meanings of a vocabulary's placeholders, to be confirmed; and the syntax of its branches and tool numbers.
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { plural } from '../../../core/format.ts'
import { Moment, momentFacts } from '../../../core/model/moment.ts'
import { doubled, Vocabulary } from '../../../core/model/vocabulary.ts'
import type { Guess } from '../../../core/vocabulary/guess.ts'
import { toOurs } from '../../../core/vocabulary/to-ours.ts'
import { beginDraft } from '../../drafts/scripts.ts'
import { useForm } from '../../lib/useForm.ts'
import { api, type Saved } from '../../state/api.ts'
import { Button } from '../../ui/Button.tsx'
import { EarlierPanel } from '../../ui/EarlierPanel.tsx'
import { Field, fieldLook } from '../../ui/Field.tsx'
import { FormEnd } from '../../ui/FormEnd.tsx'
import { Table } from '../../ui/Table.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { Ticks } from '../../ui/Ticks.tsx'
import { ValueChoice } from '../../ui/ValueChoice.tsx'
import { DelimitersForm } from './DelimitersForm.tsx'

type Props = {
  kept: Saved<Vocabulary> | null
  vocabulary: Vocabulary
  guesses: ReadonlyMap<string, Guess>
  /** The script that it was learned from; empty for a saved vocabulary. */
  source: string
  /** The names of all printers. */
  printers: readonly string[]
  onDone: () => void
  onClose: () => void
}

const sure = ({ value, sureness }: Guess): string =>
  value === null ? 'no guess' : sureness >= 0.85 ? 'nearly sure' : sureness >= 0.7 ? 'likely' : 'a guess'

export function WordsForm({ kept, vocabulary: first, guesses, source: learnedFrom, printers, onDone, onClose }: Props) {
  const navigate = useNavigate()
  const [source, setSource] = useState(learnedFrom)
  const [earlier, setEarlier] = useState(false)
  const form = useForm<Vocabulary>({
    // A new vocabulary is identified by its placeholders.
    key: kept
      ? `vocabulary ${kept.id}`
      : `vocabulary of ${first.words.map(({ word }) => word).join(' ')}`.slice(0, 300),
    schema: Vocabulary,
    saved: first,
    send: thing => (kept ? api.changeVocabulary(kept.id, thing) : api.addVocabulary(thing)),
  })
  const { value: vocabulary, fields, change } = form
  const setWord = (word: string, part: Partial<Vocabulary['words'][number]>) =>
    change({ words: vocabulary.words.map(each => (each.word === word ? { ...each, ...part } : each)) })
  const twice = doubled(vocabulary)
  const ours = source ? toOurs(source, vocabulary) : null
  return (
    <form
      noValidate
      aria-label="Placeholders and their meanings"
      onSubmit={event => void form.submit(event).then(done => done && onDone())}
    >
      <div className="grid grid-cols-[minmax(0,18rem)_1fr] items-end gap-6">
        <TextField form={fields} path="name" name="Name" hint="as you call the slicer" />
      </div>
      <DelimitersForm vocabulary={vocabulary} onChange={change} />
      <Table card className="mt-4" columns={['Placeholder', 'Means', 'How sure', 'Rehearsed with']}>
        <tbody>
          {vocabulary.words.map(({ word, value, standIn }) => (
            <tr key={word} className="border-t border-rule">
              <th scope="row" className="px-3 py-1 text-left font-mono text-control font-normal">
                {word}
              </th>
              <td className="py-1 pr-3">
                <ValueChoice
                  word={word}
                  value={value}
                  none="unknown: it stays as it is"
                  onChange={meaning => setWord(word, { value: meaning })}
                />
              </td>
              <td className="py-1 pr-3 text-control text-soft">
                {value !== null && twice.includes(value) ? (
                  <span className="text-warn">a different placeholder means the same</span>
                ) : (
                  sure(guesses.get(word) ?? { value: null, sureness: 0 })
                )}
              </td>
              <td className="py-1 pr-3">
                {value === null && (
                  <input
                    type="number"
                    step="any"
                    aria-label={`Number for ${word}`}
                    placeholder="a number"
                    value={standIn ?? ''}
                    onChange={event =>
                      setWord(word, { standIn: event.target.value === '' ? null : Number(event.target.value) })
                    }
                    className="w-28 rounded-button border border-rule bg-paper px-2 py-1"
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <div className="mt-3 grid gap-1">
        <Ticks
          legend="Makes the print files of"
          none="not used by a printer yet. Tick a printer, and its scripts are checked for values that this slicer lacks"
          options={printers.map(printer => ({ value: printer, label: printer }))}
          chosen={vocabulary.printers}
          onChange={chosen => change({ printers: chosen })}
        />
        <Ticks
          legend="Has a box for scripts at"
          none="none ticked: a box for every moment is assumed"
          options={Moment.options.map(moment => ({ value: moment, label: momentFacts[moment].when }))}
          chosen={vocabulary.moments ?? []}
          onChange={moments => change({ moments: moments.length ? moments : null })}
        />
      </div>
      <fieldset className="mt-1 flex flex-wrap gap-6">
        <legend className="sr-only">What else the slicer does</legend>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={vocabulary.addsHeating}
            onChange={event => change({ addsHeating: event.target.checked })}
          />
          It adds heating lines to a script that has none
        </label>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={vocabulary.resetsFilament}
            onChange={event => change({ resetsFilament: event.target.checked })}
          />
          It sets the filament to zero itself
        </label>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={vocabulary.materialOutside}
            onChange={event => change({ materialOutside: event.target.checked })}
          />
          It puts a material’s lines before the start script and after the end script
        </label>
      </fieldset>
      {kept && (
        <div className="mt-4">
          <Field name="A script with these placeholders" hint="pasted here, it is read into our values">
            {id => (
              <textarea
                id={id}
                rows={4}
                value={source}
                spellCheck={false}
                onChange={event => setSource(event.target.value)}
                className={`${fieldLook} font-mono text-small`}
              />
            )}
          </Field>
        </div>
      )}
      {ours && (
        <section aria-label="In our values" className="mt-4">
          <h2 className="font-serif text-heading font-semibold">
            In our values{' '}
            <span className="font-sans text-control font-normal text-soft">
              {ours.untranslatable.length === 0
                ? 'everything has a placeholder'
                : `${plural(ours.untranslatable.length, 'place')} to look at`}
            </span>
          </h2>
          {ours.untranslatable.length > 0 && (
            <ul className="mt-1 max-h-32 overflow-auto text-control">
              {ours.untranslatable.map(({ line, what }) => (
                <li key={`${line} ${what}`}>
                  Line {line}: <code className="font-mono">{what}</code>
                </li>
              ))}
            </ul>
          )}
          <pre className="mt-1 max-h-52 overflow-auto rounded-button border border-rule bg-raised px-3 py-2 font-mono text-small leading-[18px]">
            {ours.text}
          </pre>
        </section>
      )}
      <FormEnd
        form={form}
        kept={kept && { name: kept.data.name, remove: () => api.removeVocabulary(kept.id) }}
        onEarlier={kept && (() => setEarlier(true))}
        onClose={onClose}
        save="Save the vocabulary"
      >
        {ours && (
          <Button onClick={() => void beginDraft(ours.text, vocabulary.name, 0).then(navigate)}>
            Open this script on the Desk
          </Button>
        )}
      </FormEnd>
      {earlier && kept && (
        <EarlierPanel
          name={kept.data.name}
          listOf={`vocabulary ${kept.id}`}
          now={vocabulary}
          fetch={() => api.earlierVocabularies(kept.id)}
          onTake={before => fields.reset(before)}
          onClose={() => setEarlier(false)}
        />
      )}
    </form>
  )
}
