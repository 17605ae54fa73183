// Parts of the editor that are loaded when somebody first puts the caret into it.
import { Compartment, type Extension } from '@codemirror/state'
import { EditorView } from '@codemirror/view'

/** In place of what `load` brings until the editor is first focused; its keys go before those of extensions named later. */
export const whenFocused = (load: () => Promise<Extension>): Extension => {
  const place = new Compartment()
  let asked = false
  const bring = async (view: EditorView) => {
    if (asked) return
    asked = true
    try {
      const brought = await load()
      // The editor may have been closed meanwhile.
      if (view.dom.isConnected) view.dispatch({ effects: place.reconfigure(brought) })
    } catch {
      // The server is gone; the editor goes on without, and asks again next time.
      asked = false
    }
  }
  return [place.of([]), EditorView.domEventHandlers({ focus: (_, view) => void bring(view) })]
}
