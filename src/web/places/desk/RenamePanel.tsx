// Asks for a passage's new heading.
import { useState } from 'react'
import type { Passage } from '../../../core/script/passages.ts'
import { Button } from '../../parts/Button.tsx'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { Panel } from '../../parts/Panel.tsx'
import { propose } from '../../state/preview.ts'

export function RenamePanel({ passage, onClose }: { passage: Passage; onClose: () => void }) {
  const [title, setTitle] = useState(passage.headingLine === null ? '' : passage.title)
  const about =
    passage.headingLine === null
      ? 'It has no heading yet; one is put above it.'
      : `Its heading stands on line ${passage.headingLine}.`
  return (
    <Panel open onClose={onClose} title={`Rename “${passage.title}”`} about={about}>
      <form
        onSubmit={event => {
          event.preventDefault()
          void propose({ do: 'rename', at: passage.firstLine, title })
          onClose()
        }}
      >
        <Field name="Heading">
          {id => (
            <input
              id={id}
              value={title}
              maxLength={80}
              onChange={event => setTitle(event.target.value)}
              className={fieldLook}
            />
          )}
        </Field>
        <div className="mt-4 flex justify-end gap-2">
          <Button onClick={onClose}>Not now</Button>
          <Button main type="submit">
            Show it
          </Button>
        </div>
      </form>
    </Panel>
  )
}
