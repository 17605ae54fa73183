// The dialogs of a passage: its new heading, or its name as a refrain.
import { read } from '../../../../core/gcode/read.ts'
import type { Passage } from '../../../../core/script/passages.ts'
import { refrainText } from '../../../../core/script/refrains.ts'
import { api } from '../../../state/api.ts'
import { fileText, useDesk } from '../../../state/desk.ts'
import { closeDialogs, type PassageDialog } from '../../../state/dialogs.ts'
import { propose } from '../../../state/preview.ts'
import { AskPanel } from '../../../ui/AskPanel.tsx'

export const PassageQuestions = ({ what, passage }: PassageDialog) =>
  what === 'rename' ? <Rename passage={passage} /> : <MakeRefrain passage={passage} />

function Rename({ passage: { title, headingLine, firstLine } }: { passage: Passage }) {
  return (
    <AskPanel
      title={`Rename “${title}”`}
      about={
        headingLine === null ? 'It has no heading yet; one is put above it.' : `Its heading is on line ${headingLine}.`
      }
      fields={[{ name: 'Heading', value: headingLine === null ? '' : title, max: 80 }]}
      go="Show it"
      onGo={([wanted = '']) => void propose({ do: 'rename', at: firstLine, title: wanted })}
      onClose={closeDialogs}
    />
  )
}

/** Saves the passage as a refrain, and previews the marker lines around it. */
const MakeRefrain = ({ passage }: { passage: Passage }) => (
  <AskPanel
    title={`Make “${passage.title}” a refrain`}
    about="A refrain is a passage shared by many scripts: change it once, and roll the change out to all of them. Its lines stay in this script between two marker lines."
    fields={[{ name: 'Name of the refrain', value: passage.title, max: 80, needed: true }]}
    go="Make it a refrain"
    onGo={async ([name = '']) => {
      const { open } = useDesk.getState()
      const text = open ? fileText(open) : ''
      await api.addRefrain({ name, text: refrainText(text, { lines: read(text) }, passage), note: '' })
      await propose({ do: 'make-refrain', at: passage.firstLine, name })
    }}
    onClose={closeDialogs}
  />
)
