// Asks what a passage is called as a refrain, keeps it, and shows the marker lines that go around it.
import { read } from '../../../../core/gcode/read.ts'
import type { Passage } from '../../../../core/script/passages.ts'
import { refrainText } from '../../../../core/script/refrains.ts'
import { AskPanel } from '../../../parts/AskPanel.tsx'
import { api } from '../../../state/api.ts'
import { fileText, useDesk } from '../../../state/desk.ts'
import { propose } from '../../../state/preview.ts'

type Props = { passage: Passage; onClose: () => void }

export const RefrainPanel = ({ passage, onClose }: Props) => (
  <AskPanel
    title={`Make “${passage.title}” a refrain`}
    about="Its lines are kept once. Put into other scripts, they can be changed in all of them together. They stay in this script between two marker lines."
    fields={[{ name: 'Name of the refrain', value: passage.title, most: 80, needed: true }]}
    go="Make it a refrain"
    onGo={async ([name = '']) => {
      const { open } = useDesk.getState()
      const text = open ? fileText(open) : ''
      await api.addRefrain({ name, text: refrainText(text, { lines: read(text) }, passage), note: '' })
      await propose({ do: 'make-refrain', at: passage.firstLine, name })
    }}
    onClose={onClose}
  />
)
