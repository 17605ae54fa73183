// The editor's shortcuts as actions of the finder: it sends the keys to the editor.
import { type Action, afterTheFinder } from './registry.ts'

type Key = { name: string; also: string; key: string; shift?: boolean; control?: boolean }

/** As in docs/shortcuts.md. The first changes nothing, because the finder selects it when it opens. */
const keys: readonly Key[] = [
  { name: 'Next finding', also: 'problem error warning walk', key: 'F8' },
  { name: 'Previous finding', also: 'problem error warning back', key: 'F8', shift: true },
  { name: 'Show the fix of this line', also: 'mend repair correct finding', key: 'F9' },
  { name: 'Next passage', also: 'section go', key: 'F7' },
  { name: 'Previous passage', also: 'section go back', key: 'F7', shift: true },
  { name: 'Play the rehearsal, or stop it', also: 'simulate run animate watch', key: 'F4' },
  { name: 'One step on', also: 'next command rehearsal playhead', key: 'F2' },
  { name: 'One step back', also: 'previous command rehearsal playhead', key: 'F2', shift: true },
  { name: 'Undo in the text', also: 'take back change', key: 'z', control: true },
  { name: 'Redo in the text', also: 'again change', key: 'y', control: true },
  { name: 'Find and replace in the text', also: 'search', key: 'f', control: true },
]

function press({ key, shift = false, control = false }: Key): void {
  const mac = /Mac/.test(navigator.platform)
  afterTheFinder(() => {
    const text = document.querySelector<HTMLElement>('.cm-content')
    text?.focus()
    text?.dispatchEvent(
      new KeyboardEvent('keydown', {
        key,
        shiftKey: shift,
        ctrlKey: control && !mac,
        metaKey: control && mac,
        bubbles: true,
        cancelable: true,
      }),
    )
  })
}

const shown = ({ key, shift, control }: Key): string =>
  `${control ? 'Ctrl ' : ''}${shift ? 'Shift ' : ''}${key.toUpperCase()}`

export const textActions = (): Action[] =>
  keys.map(each => ({
    group: 'By key',
    name: `${each.name} (${shown(each)})`,
    also: each.also,
    run: () => press(each),
  }))
