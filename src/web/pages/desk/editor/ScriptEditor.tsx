// The card with the text editor, its outline, its forms, and a line below that says what the current line does.
import type { EditorView } from '@codemirror/view'
import { ListTree } from 'lucide-react'
import { memo, Suspense } from 'react'
import type { RehearsalInput } from '../../../../core/round.ts'
import { unparted } from '../../../lib/words.ts'
import type { Seen } from '../../../state/desk-watch.ts'
import { useHeldEdits } from '../../../state/held-edits.ts'
import { useOutline } from '../../../state/outline.ts'
import { toEditor } from '../../../state/separator.ts'
import { Card } from '../../../ui/Card.tsx'
import { Press } from '../../../ui/Press.tsx'
import { Outline } from '../outline/Outline.tsx'
import { CaretNumber } from './CaretNumber.tsx'
import { HeldEdit } from './HeldEdit.tsx'
import { NumbersForm } from './NumbersForm.tsx'
import { SettingsForm } from './SettingsForm.tsx'
import { useScriptEditor } from './useScriptEditor.ts'

type Props = {
  open: Seen
  setting: RehearsalInput
  onReady: (view: EditorView | null) => void
}

/**
 * The command that a line of an open config or macro file ran as, at the playhead or the last time before it; null if
 * it is the same text.
 */
function ranAt({ round, roundText, playheadS }: Seen, line: number): string | null {
  const own = round?.ranAs.filter(each => each.line === line) ?? []
  const ran = own.findLast(({ startS }) => startS <= playheadS + 1e-6) ?? own[0]
  return ran && ran.text !== roundText.split('\n')[line - 1]?.trim() ? ran.text : null
}

export const ScriptEditor = memo(function ScriptEditor({ open, setting, onReady }: Props) {
  const { host, view, isConfig } = useScriptEditor(open, setting, onReady)
  const { round, roundText, selection } = open
  const { outline, toggle } = useOutline()
  const { held } = useHeldEdits()
  const line = selection && round?.explained[selection.firstLine - 1]
  const ran = line && ranAt(open, line.line)
  return (
    <Card flush aria-label="Script" className="relative flex min-h-0 min-w-0 flex-1 flex-col">
      <Suspense fallback={null}>
        {round && round.settings.length > 0 && <SettingsForm settings={round.settings} editor={() => view.current} />}
        {isConfig && (
          <NumbersForm
            text={roundText}
            saved={toEditor(open.saved?.text ?? '').text}
            setting={setting}
            editor={() => view.current}
          />
        )}
      </Suspense>
      <div className="flex min-h-0 flex-1">
        <Suspense fallback={null}>{outline && <Outline open={open} />}</Suspense>
        <div ref={host} className="min-h-0 min-w-0 flex-1 overflow-hidden rounded-card tablet:*:contain-strict" />
      </div>
      <Suspense fallback={null}>{held && <HeldEdit held={held} editor={() => view.current} />}</Suspense>
      <div className="flex items-start border-t border-rule">
        <Press
          aria-pressed={outline}
          onClick={toggle}
          className={`m-1 flex shrink-0 items-center gap-1.5 rounded-button px-2 py-0.5 text-control hover:bg-sunk ${outline ? 'bg-sunk font-semibold' : 'text-soft'}`}
        >
          <ListTree size={15} aria-hidden /> Outline
        </Press>
        <p className="h-[46px] min-w-0 flex-1 overflow-auto px-2 py-1 text-control" role="status">
          {line ? (
            <>
              <b>Line {line.line}</b>{' '}
              {unparted(line.says) ||
                (line.kind === 'comment' ? 'A note for people; the machine passes over it.' : 'Nothing here.')}
              {ran && (
                <>
                  {' '}
                  <span className="text-soft">Ran as</span> <code className="font-mono text-small">{ran}</code>
                </>
              )}
            </>
          ) : (
            <span className="text-soft">Put the caret on a line to read here what it does.</span>
          )}
        </p>
        <CaretNumber />
      </div>
    </Card>
  )
})
