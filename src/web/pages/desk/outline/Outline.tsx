// The script's passages as an outline: the time of each, whether it is commented out, and its menu.
import { Moon } from 'lucide-react'
import { type NavigateFunction, useNavigate } from 'react-router'
import { duration, plain } from '../../../../core/format.ts'
import type { Passage } from '../../../../core/script/passages.ts'
import type { Seen } from '../../../state/desk-watch.ts'
import { maxPassages, passageActions } from '../../../state/passage-actions.ts'
import { selectLines } from '../../../state/playhead.ts'
import { MoreMenu } from '../../../ui/MoreMenu.tsx'
import { Press } from '../../../ui/Press.tsx'

export function Outline({ open }: { open: Seen }) {
  const passages = open.round?.passages ?? []
  const navigate = useNavigate()
  return (
    <nav aria-label="Outline" className="flex min-h-0 w-[228px] shrink-0 flex-col border-r border-rule">
      <ol className="min-h-0 flex-1 overflow-auto py-1">
        {passages.slice(0, maxPassages).map(passage => (
          <li key={`${passage.firstLine} ${passage.title}`}>
            <Row passage={passage} open={open} navigate={navigate} />
            {passage.parts.length > 0 && (
              <ol className="ml-4 border-l border-rule">
                {passage.parts.map(part => (
                  <li key={`${part.firstLine} ${part.title}`}>
                    <Row passage={part} open={open} navigate={navigate} small />
                  </li>
                ))}
              </ol>
            )}
          </li>
        ))}
        {passages.length > maxPassages && (
          <li className="px-3 py-1 text-soft">and {passages.length - maxPassages} more</li>
        )}
        {passages.length === 0 && <li className="px-3 py-2 text-control text-soft">No passages yet.</li>}
      </ol>
    </nav>
  )
}

type RowProps = {
  passage: Passage
  open: Seen
  navigate: NavigateFunction
  small?: boolean
}

function Row({ passage, open, navigate, small = false }: RowProps) {
  const { title, firstLine, lastLine, enabled, startS, endS, extrudedMm } = passage
  const { selection } = open
  const here = selection !== null && selection.firstLine >= firstLine && selection.lastLine <= lastLine
  const takes = [
    firstLine === lastLine ? `line ${firstLine}` : `${firstLine}–${lastLine}`,
    enabled && endS - startS >= 0.5 && duration(endS - startS),
    extrudedMm > 0 && `${plain(extrudedMm, 1)} mm`,
  ]
  return (
    <div className={`group flex items-center ${here ? 'bg-heat-fill' : 'hover:bg-sunk'}`}>
      <Press
        onClick={() => selectLines(firstLine, lastLine)}
        aria-label={`${title}, lines ${firstLine} to ${lastLine}${enabled ? '' : ', commented out'}`}
        className={`min-w-0 flex-1 py-1 pl-3 text-left ${small ? 'text-small leading-[17px]' : 'text-control leading-[18px]'}`}
      >
        <span className={`flex items-center gap-1 ${enabled ? 'font-semibold' : 'text-soft italic'}`}>
          {!enabled && <Moon size={13} aria-hidden className="shrink-0" />}
          <span className="truncate">{title}</span>
        </span>
        <span className={`block truncate text-small ${here ? 'text-ink' : 'text-soft'}`}>
          {takes.filter(Boolean).join(' · ')}
        </span>
      </Press>
      <MoreMenu
        name={title}
        inFinder={false}
        align="start"
        side="right"
        actions={() => passageActions(passage, navigate)}
      />
    </div>
  )
}
