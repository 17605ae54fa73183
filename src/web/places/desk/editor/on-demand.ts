// Parts of the editor that are loaded when somebody first puts the caret into it.
import { Compartment, type Extension } from '@codemirror/state'
import { type Command, EditorView, keymap } from '@codemirror/view'

/** Opens the search, in the editor and in what is loaded for it. */
export const searchKey = 'Mod-f'

/** What has been loaded, what a key does that was pressed before, and what is done where something was typed meanwhile. */
export type Loaded = { extension: Extension; pressed: Record<string, Command>; typed: (view: EditorView) => void }

/**
 * Stands for what `load` brings until the editor is first focused; its keys go before those of extensions named later. `keys`, named
 * as in a key map, may be pressed before it is there: what they do comes when it is.
 */
export function whenFocused(load: () => Promise<Loaded>, keys: readonly string[]): Extension {
  const place = new Compartment()
  let asked: Promise<Loaded | null> | null = null
  const bring = async (view: EditorView): Promise<Loaded | null> => {
    const before = view.state.doc
    try {
      const loaded = await load()
      // The editor may have been closed meanwhile.
      if (!view.dom.isConnected) return null
      view.dispatch({ effects: place.reconfigure(loaded.extension) })
      if (!view.state.doc.eq(before)) loaded.typed(view)
      return loaded
    } catch {
      // The server is gone; the editor goes on without, and asks again next time.
      asked = null
      return null
    }
  }
  const once = (view: EditorView) => {
    asked ??= bring(view)
    return asked
  }
  const waiting = keys.map(key => ({
    key,
    run: (view: EditorView) => {
      void once(view).then(loaded => loaded?.pressed[key]?.(view))
      return true
    },
  }))
  return [place.of(keymap.of(waiting)), EditorView.domEventHandlers({ focus: (_, view) => void once(view) })]
}
