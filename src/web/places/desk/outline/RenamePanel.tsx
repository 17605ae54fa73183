// Asks for a passage's new heading.
import type { Passage } from '../../../../core/script/passages.ts'
import { AskPanel } from '../../../parts/AskPanel.tsx'
import { propose } from '../../../state/preview.ts'

export function RenamePanel({ passage, onClose }: { passage: Passage; onClose: () => void }) {
  const { title, headingLine, firstLine } = passage
  return (
    <AskPanel
      title={`Rename “${title}”`}
      about={
        headingLine === null
          ? 'It has no heading yet; one is put above it.'
          : `Its heading stands on line ${headingLine}.`
      }
      fields={[{ name: 'Heading', value: headingLine === null ? '' : title, most: 80 }]}
      go="Show it"
      onGo={([wanted = '']) => {
        void propose({ do: 'rename', at: firstLine, title: wanted })
        return null
      }}
      onClose={onClose}
    />
  )
}
