// The Desk's shortcuts, for the keys and for the finder. docs/shortcuts.md lists them.
import { redo, undo } from '@codemirror/commands'
import { openSearchPanel } from '@codemirror/search'
import type { EditorView } from '@codemirror/view'
import { useDesk } from '../../state/desk.ts'
import { newestFindings } from '../../state/desk-watch.ts'
import { openDialog } from '../../state/dialogs.ts'
import { showLower } from '../../state/lower-card.ts'
import { selectLines } from '../../state/playhead.ts'
import { step, togglePlaying } from '../../state/playing.ts'
import { applyPreview, showFix, usePreview } from '../../state/preview.ts'
import type { Action } from '../../state/registry.ts'

export type Shortcut = Action & {
  /** As in `KeyboardEvent.key`; a letter in lower case. */
  key: string
  shift?: boolean
  /** Whether it is pressed with Ctrl (on a Mac, Command). */
  control?: boolean
  /** Whether the editor handles the key itself while it has the focus. */
  byEditor?: boolean
}

/** The first item after a line (or the last before it); at the end, the first (or last) of all. */
function next<T>(items: readonly T[], lineOf: (item: T) => number, from: number, back: boolean): T | undefined {
  const sorted = [...items].sort((a, b) => lineOf(a) - lineOf(b))
  return back
    ? (sorted.findLast(each => lineOf(each) < from) ?? sorted.at(-1))
    : (sorted.find(each => lineOf(each) > from) ?? sorted[0])
}

/** Selects the next finding or passage and shows it in the text. */
function go(to: 'finding' | 'passage', back: boolean, editor: EditorView): void {
  const { open } = useDesk.getState()
  const from = open?.selection?.firstLine ?? 0
  const found =
    to === 'finding'
      ? next(newestFindings({ open }), ({ line }) => line, from, back)
      : next(open?.shown?.round.passages ?? [], ({ firstLine }) => firstLine, from, back)
  if (!found) return
  if ('fixes' in found) showLower('findings')
  const first = 'fixes' in found ? found.line : found.firstLine
  selectLines(first, 'fixes' in found ? first : found.lastLine)
  editor.focus()
}

/** Previews the first fix of the finding on the selected line. */
function showFirstFix(): void {
  const { open } = useDesk.getState()
  const line = open?.selection?.firstLine
  const fix = newestFindings({ open }).find(each => each.line === line && each.fixes.length > 0)?.fixes[0]
  if (open && fix) void showFix(fix, open.text)
}

/** The first changes nothing, because the finder selects it when it opens. */
export const shortcuts = (editor: EditorView): Shortcut[] => [
  {
    id: 'next-finding',
    title: 'Next finding',
    aliases: 'problem error warning walk',
    key: 'F8',
    run: () => go('finding', false, editor),
  },
  {
    id: 'previous-finding',
    title: 'Previous finding',
    aliases: 'problem error warning back',
    key: 'F8',
    shift: true,
    run: () => go('finding', true, editor),
  },
  {
    id: 'show-fix',
    title: 'Show the fix of this line',
    aliases: 'mend repair correct finding',
    key: 'F9',
    run: showFirstFix,
  },
  {
    id: 'apply-preview',
    title: 'Apply the previewed change',
    aliases: 'accept yes fix',
    key: 'Enter',
    control: true,
    when: usePreview.getState().preview !== null,
    run: () => applyPreview(editor),
  },
  {
    id: 'next-passage',
    title: 'Next passage',
    aliases: 'section go',
    key: 'F7',
    run: () => go('passage', false, editor),
  },
  {
    id: 'previous-passage',
    title: 'Previous passage',
    aliases: 'section go back',
    key: 'F7',
    shift: true,
    run: () => go('passage', true, editor),
  },
  {
    id: 'play',
    title: 'Play or stop the rehearsal',
    aliases: 'simulate run animate watch',
    key: 'F4',
    run: togglePlaying,
  },
  {
    id: 'step',
    title: 'One step forward',
    aliases: 'next command rehearsal playhead',
    key: 'F2',
    run: () => step(true),
  },
  {
    id: 'step-back',
    title: 'One step back',
    aliases: 'previous command rehearsal playhead',
    key: 'F2',
    shift: true,
    run: () => step(false),
  },
  {
    id: 'save',
    title: 'Save the script',
    aliases: 'store keep',
    key: 's',
    control: true,
    run: () => openDialog('save'),
  },
  {
    id: 'undo',
    title: 'Undo in the text',
    aliases: 'take back change',
    key: 'z',
    control: true,
    byEditor: true,
    run: () => undo(editor),
  },
  {
    id: 'redo',
    title: 'Redo in the text',
    aliases: 'again change',
    key: 'y',
    control: true,
    byEditor: true,
    run: () => redo(editor),
  },
  {
    id: 'find-in-text',
    title: 'Find and replace in the text',
    aliases: 'search',
    key: 'f',
    control: true,
    byEditor: true,
    run: () => openSearchPanel(editor),
  },
]

/** The keys as people write them, as in “Ctrl Z”. */
export const keysOf = ({ key, shift, control }: Pick<Shortcut, 'key' | 'shift' | 'control'>): string =>
  [control && 'Ctrl', shift && 'Shift', key.length === 1 ? key.toUpperCase() : key].filter(Boolean).join(' ')
