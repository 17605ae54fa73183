// The meanings of a vocabulary's placeholders, to be confirmed; and the syntax of its branches and tool numbers.
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { Moment, momentFacts } from '../../../core/model/moment.ts'
import { Vocabulary } from '../../../core/model/vocabulary.ts'
import type { Guess } from '../../../core/vocabulary/guess.ts'
import { toOurs } from '../../../core/vocabulary/to-ours.ts'
import { beginDraft } from '../../drafts/scripts.ts'
import { useForm } from '../../lib/useForm.ts'
import { api, type Saved } from '../../state/api.ts'
import { Button } from '../../ui/Button.tsx'
import { EarlierPanel } from '../../ui/EarlierPanel.tsx'
import { Field, fieldLook } from '../../ui/Field.tsx'
import { FormEnd } from '../../ui/FormEnd.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { Ticks } from '../../ui/Ticks.tsx'
import { DelimitersForm } from './DelimitersForm.tsx'
import { InOurValues } from './InOurValues.tsx'
import { PlaceholdersTable, type WordChange } from './PlaceholdersTable.tsx'
import { SlicerHabits } from './SlicerHabits.tsx'

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
  const setWord = (word: string, part: WordChange) =>
    change({ words: vocabulary.words.map(each => (each.word === word ? { ...each, ...part } : each)) })
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
      <PlaceholdersTable vocabulary={vocabulary} guesses={guesses} onChange={setWord} />
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
      <SlicerHabits vocabulary={vocabulary} onChange={change} />
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
      {ours && <InOurValues {...ours} />}
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
