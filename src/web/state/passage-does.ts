// The actions of a passage, for its menu in the outline and for the finder.
import type { NavigateFunction } from 'react-router'
import type { EditRequest } from '../../core/script/edits/edit.ts'
import type { Passage } from '../../core/script/passages.ts'
import { hasUnsavedChange, useDesk } from './desk.ts'
import { openPassageDialog } from './dialogs.ts'
import { propose } from './preview.ts'

/** Limit of the passages that the finder lists. */
export const maxPassages = 300

export type Doing = {
  name: string
  /** Other names of the action, for the finder. */
  also: string
  run: () => void
  /** What has to be done before the action is possible. */
  first?: string
}

export function passageDoes(passage: Passage, navigate: NavigateFunction): Doing[] {
  const { firstLine: at, headingLine, lastLine, enabled, kind, made } = passage
  const { open } = useDesk.getState()
  const saved = open?.saved?.file === null ? open.saved.id : null
  const lines = `${headingLine ?? at}-${made?.endLine ?? lastLine}`
  const edit = (name: string, also: string, request: EditRequest): Doing => ({
    name,
    also,
    run: () => void propose(request),
  })
  return [
    enabled
      ? edit('Comment out', 'disable turn off', { do: 'sleep', at })
      : edit('Put back', 'enable turn on uncomment', { do: 'wake', at }),
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
      : kind === 'purge-line'
        ? [edit('Shape the purge…', 'longer wider thicker', { do: 'shape', at })]
        : []),
    { name: 'Rename…', also: 'heading title', run: () => openPassageDialog('rename', passage) },
    { name: 'Make it a refrain…', also: 'share reuse snippet', run: () => openPassageDialog('refrain', passage) },
    // The page that it opens reads the saved text.
    ...(open && saved !== null
      ? [
          {
            name: 'Copy to another script…',
            also: 'carry copy',
            run: () => void navigate(`/carry/${saved}?lines=${lines}`),
            ...(hasUnsavedChange(open) ? { first: 'save first' } : {}),
          },
        ]
      : []),
    edit('Move up', 'earlier', { do: 'move-up', at }),
    edit('Move down', 'later', { do: 'move-down', at }),
    edit('Copy', 'duplicate again', { do: 'duplicate', at }),
    edit('Remove', 'delete throw away', { do: 'remove', at }),
  ]
}
