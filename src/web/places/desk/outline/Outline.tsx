// The script's passages as an outline: what each takes, commented out or not, and what can be done with it.
import { Moon } from 'lucide-react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { duration, plain } from '../../../../core/format.ts'
import type { Passage } from '../../../../core/script/passages.ts'
import { MenuItem } from '../../../parts/Menu.tsx'
import { MoreMenu } from '../../../parts/MoreMenu.tsx'
import { Press } from '../../../parts/Press.tsx'
import { selectLines, useDesk } from '../../../state/desk.ts'
import { type Seen, useUnsaved } from '../../../state/desk-watch.ts'
import { propose } from '../../../state/preview.ts'
import { RefrainPanel } from './RefrainPanel.tsx'
import { RenamePanel } from './RenamePanel.tsx'

/** More passages than this are not listed one by one. */
const most = 300

export function Outline({ open }: { open: Seen }) {
  const passages = open.round?.passages ?? []
  const [renaming, setRenaming] = useState<Passage | null>(null)
  const [refraining, setRefraining] = useState<Passage | null>(null)
  return (
    <nav aria-label="Outline" className="flex min-h-0 w-[228px] shrink-0 flex-col border-r border-rule">
      <ol className="min-h-0 flex-1 overflow-auto py-1">
        {passages.slice(0, most).map(passage => (
          <li key={`${passage.firstLine} ${passage.title}`}>
            <Row passage={passage} open={open} onRename={setRenaming} onRefrain={setRefraining} />
            {passage.parts.length > 0 && (
              <ol className="ml-4 border-l border-rule">
                {passage.parts.map(part => (
                  <li key={`${part.firstLine} ${part.title}`}>
                    <Row passage={part} open={open} onRename={setRenaming} onRefrain={setRefraining} small />
                  </li>
                ))}
              </ol>
            )}
          </li>
        ))}
        {passages.length > most && <li className="px-3 py-1 text-soft">and {passages.length - most} more</li>}
        {passages.length === 0 && <li className="px-3 py-2 text-[14px] text-soft">No passages yet.</li>}
      </ol>
      {refraining && <RefrainPanel passage={refraining} onClose={() => setRefraining(null)} />}
      {renaming && <RenamePanel passage={renaming} onClose={() => setRenaming(null)} />}
    </nav>
  )
}

type RowProps = {
  passage: Passage
  open: Seen
  onRename: (passage: Passage) => void
  onRefrain: (passage: Passage) => void
  small?: boolean
}

function Row({ passage, open, onRename, onRefrain, small = false }: RowProps) {
  const { title, firstLine, lastLine, enabled, startS, endS, pushedMm } = passage
  const { selection } = open
  const here = selection !== null && selection.firstLine >= firstLine && selection.lastLine <= lastLine
  const takes = [
    firstLine === lastLine ? `line ${firstLine}` : `${firstLine}–${lastLine}`,
    enabled && endS - startS >= 0.5 && duration(endS - startS),
    pushedMm > 0 && `${plain(pushedMm, 1)} mm`,
  ]
  return (
    <div className={`group flex items-center ${here ? 'bg-heat-fill' : 'hover:bg-sunk'}`}>
      <Press
        onClick={() => selectLines(firstLine, lastLine)}
        aria-label={`${title}, lines ${firstLine} to ${lastLine}${enabled ? '' : ', commented out'}`}
        className={`min-w-0 flex-1 py-1 pl-3 text-left ${small ? 'text-[13px] leading-[17px]' : 'text-[14px] leading-[18px]'}`}
      >
        <span className={`flex items-center gap-1 ${enabled ? 'font-semibold' : 'text-soft italic'}`}>
          {!enabled && <Moon size={13} aria-hidden className="shrink-0" />}
          <span className="truncate">{title}</span>
        </span>
        <span className={`block truncate text-[13px] ${here ? 'text-ink' : 'text-soft'}`}>
          {takes.filter(Boolean).join(' · ')}
        </span>
      </Press>
      <MoreMenu name={title} align="start" side="right">
        {() => (
          <>
            {enabled ? (
              <MenuItem onSelect={() => void propose({ do: 'sleep', at: firstLine })}>Comment out</MenuItem>
            ) : (
              <MenuItem onSelect={() => void propose({ do: 'wake', at: firstLine })}>Put back</MenuItem>
            )}
            <MenuItem onSelect={() => void propose({ do: 'nudge', at: firstLine, shift: { x: 1, y: 0, z: 0 } })}>
              Nudge on the bed…
            </MenuItem>
            {passage.made && (
              <MenuItem
                onSelect={() =>
                  passage.made &&
                  void propose({
                    do: 'make',
                    maker: passage.made.maker,
                    values: passage.made.values,
                    at: passage.headingLine ?? passage.firstLine,
                  })
                }
              >
                Change its numbers…
              </MenuItem>
            )}
            {passage.kind === 'purge-line' && !passage.made && (
              <MenuItem onSelect={() => void propose({ do: 'shape', at: firstLine })}>Shape the purge…</MenuItem>
            )}
            <MenuItem onSelect={() => onRename(passage)}>Rename…</MenuItem>
            <MenuItem onSelect={() => onRefrain(passage)}>Make it a refrain…</MenuItem>
            <BringItem passage={passage} />
            <MenuItem onSelect={() => void propose({ do: 'move-up', at: firstLine })}>Move up</MenuItem>
            <MenuItem onSelect={() => void propose({ do: 'move-down', at: firstLine })}>Move down</MenuItem>
            <MenuItem onSelect={() => void propose({ do: 'duplicate', at: firstLine })}>Copy</MenuItem>
            <MenuItem onSelect={() => void propose({ do: 'remove', at: firstLine })}>Remove</MenuItem>
          </>
        )}
      </MoreMenu>
    </div>
  )
}

/** Leads to where a passage is brought to another script; the page reads what is saved. */
function BringItem({ passage }: { passage: Passage }) {
  const navigate = useNavigate()
  const saved = useDesk(({ open }) => (open?.saved?.file === null ? open.saved.id : null))
  const unsaved = useUnsaved()
  if (saved === null) return null
  const [first, last] = [passage.headingLine ?? passage.firstLine, passage.made?.endLine ?? passage.lastLine]
  return (
    <MenuItem disabled={unsaved} onSelect={() => void navigate(`/carry/${saved}?lines=${first}-${last}`)}>
      Bring to another script…{unsaved && <span className="text-soft">save first</span>}
    </MenuItem>
  )
}
