// Vocabularies: the placeholders of slicers, learned from a script that works there.
import { useState } from 'react'
import { plural } from '../../../core/format.ts'
import type { Vocabulary } from '../../../core/model/vocabulary.ts'
import { type Guess, guessMeaning } from '../../../core/vocabulary/guess.ts'
import { learn } from '../../../core/vocabulary/learn.ts'
import { useTitle } from '../../lib/useTitle.ts'
import type { Saved } from '../../state/api.ts'
import { useThings } from '../../state/queries.ts'
import { Button } from '../../ui/Button.tsx'
import { Field, fieldLook } from '../../ui/Field.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { Press } from '../../ui/Press.tsx'
import { WordsForm } from './WordsForm.tsx'

type Editing = {
  kept: Saved<Vocabulary> | null
  vocabulary: Vocabulary
  guesses: ReadonlyMap<string, Guess>
  source: string
}

export function Vocabularies() {
  useTitle('Vocabularies')
  const query = useThings()
  const all = query.data?.vocabularies
  const printers = query.data?.printers.map(({ data }) => data.name) ?? []
  const [problem, setProblem] = useState<string | null>(null)
  const [editing, setEditing] = useState<Editing | null>(null)
  const [pasted, setPasted] = useState('')

  const teach = () => {
    const learned = learn(pasted, '')
    if (!learned) {
      setProblem(
        'There are no placeholders in brackets in it, such as {…}, […], %…% or #…#. Paste a script as your slicer has it.',
      )
      return
    }
    setProblem(null)
    setEditing({ kept: null, ...learned, source: pasted })
  }
  const open = (kept: Saved<Vocabulary>) => {
    const guesses = new Map(kept.data.words.map(({ word }) => [word, guessMeaning(word)]))
    setProblem(null)
    setEditing({ kept, vocabulary: kept.data, guesses, source: '' })
  }
  const done = () => {
    setEditing(null)
    setPasted('')
  }
  return (
    <Page
      narrow
      title="Vocabularies"
      intro="Your slicer has its own placeholders for temperatures, layers and positions. Paste a script that you already use there: its placeholders are found and you say what they mean. From then on scripts can be read from the slicer and written for it."
    >
      {problem && (
        <div>
          <Notice>{problem}</Notice>
        </div>
      )}
      {editing ? (
        <WordsForm
          key={editing.kept?.id ?? 'new'}
          {...editing}
          printers={printers}
          onDone={done}
          onClose={() => setEditing(null)}
        />
      ) : (
        <div className="grid grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] gap-8 max-tablet:grid-cols-1">
          <form
            onSubmit={event => {
              event.preventDefault()
              teach()
            }}
          >
            <Field name="A script as your slicer has it">
              {id => (
                <textarea
                  id={id}
                  value={pasted}
                  rows={14}
                  spellCheck={false}
                  onChange={event => setPasted(event.target.value)}
                  className={`${fieldLook} font-mono text-control`}
                />
              )}
            </Field>
            <Button main type="submit" className="mt-3" disabled={pasted.trim() === ''}>
              Find its placeholders
            </Button>
          </form>
          <section aria-label="Known vocabularies">
            <h2 className="border-b border-rule pb-1.5 font-serif text-heading font-semibold">Known</h2>
            {!all && <Pending on={[query]} what="the vocabularies" />}
            {all?.length === 0 && (
              <p className="py-3 text-soft">None yet. Everything works without one, with Warm Prelude’s own values.</p>
            )}
            <ul>
              {all?.map(kept => (
                <li key={kept.id} className="border-b border-rule">
                  <Press onClick={() => open(kept)} className="w-full px-1 py-2 text-left hover:bg-sunk">
                    <span className="font-semibold">{kept.data.name}</span>
                    <span className="block text-control text-soft">
                      <span className="font-mono">
                        {kept.data.open}…{kept.data.close}
                      </span>
                      , {plural(kept.data.words.length, 'word')},{' '}
                      {kept.data.branch ? 'with branches' : 'without branches'}
                    </span>
                  </Press>
                </li>
              ))}
            </ul>
          </section>
        </div>
      )}
    </Page>
  )
}
