// The actions of a passage, for its menu in the outline and for the finder.
import type { NavigateFunction } from 'react-router'
import type { EditRequest } from '../../core/script/edits/edit.ts'
import type { Passage } from '../../core/script/passages.ts'
import { hasUnsavedChange, useDesk } from './desk.ts'
import { openPassageDialog } from './dialogs.ts'
import { propose } from './preview.ts'
import type { MenuAction } from './registry.ts'

/** Limit of the passages that the finder lists. */
export const maxPassages = 300

/** Those that are not possible for this passage have `when: false`. */
export function passageActions(passage: Passage, navigate: NavigateFunction): MenuAction[] {
  const { firstLine: at, headingLine, lastLine, enabled, kind, made } = passage
  const { open } = useDesk.getState()
  const saved = open?.saved?.file === null ? open.saved.id : null
  const lines = `${headingLine ?? at}-${made?.endLine ?? lastLine}`
  const edit = (title: string, aliases: string, request: EditRequest, when = true): MenuAction => ({
    id: request.do,
    title,
    aliases,
    when,
    run: () => void propose(request),
  })
  return [
    edit('Comment out', 'disable turn off', { do: 'sleep', at }, enabled),
    edit('Put back', 'enable turn on uncomment', { do: 'wake', at }, !enabled),
    edit('Nudge on the bed…', 'shift move drag', { do: 'nudge', at, shift: { x: 1, y: 0, z: 0 } }),
    ...(made
      ? [
          edit('Change its numbers…', 'edit adjust', {
            do: 'make',
            maker: made.maker,
            values: made.values,
            at: headingLine ?? at,
          }),
        ]
      : []),
    edit('Shape the purge…', 'longer wider thicker', { do: 'shape', at }, !made && kind === 'purge-line'),
    {
      id: 'rename',
      title: 'Rename…',
      aliases: 'heading title',
      run: () => openPassageDialog('rename', passage),
    },
    {
      id: 'refrain',
      title: 'Make it a refrain…',
      aliases: 'share reuse snippet',
      run: () => openPassageDialog('refrain', passage),
    },
    {
      id: 'copy-over',
      title: 'Copy to another script…',
      aliases: 'carry copy',
      when: saved !== null,
      // The page that it opens reads the saved text.
      ...(open && hasUnsavedChange(open) ? { first: 'save first' } : {}),
      run: () => void navigate(`/carry/${saved}?lines=${lines}`),
    },
    edit('Move up', 'earlier', { do: 'move-up', at }),
    edit('Move down', 'later', { do: 'move-down', at }),
    edit('Copy', 'duplicate again', { do: 'duplicate', at }),
    edit('Remove', 'delete throw away', { do: 'remove', at }),
  ]
}
