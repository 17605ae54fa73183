// Everything that can be done from the finder: places to go to, and on the Desk what its menus and outline do.
import type { NavigateFunction } from 'react-router'
import type { EditRequest } from '../../core/runs/edit.ts'
import { makers } from '../../core/script/makers/makers.ts'
import type { Passage } from '../../core/script/passages.ts'
import { goBackToSaved, saveOpen, selectLines, useDesk } from './desk.ts'
import { beginDraft } from './drafts.ts'
import { showLower } from './lower.ts'
import { useOutline } from './outline.ts'
import { propose } from './preview.ts'
import { useTheme } from './theme.ts'

export type Action = { group: string; name: string; run: () => void }

const places: [string, string][] = [
  ['The shelf', '/'],
  ['Jobs and materials', '/jobs'],
  ['Runs', '/runs'],
  ['Refrains', '/refrains'],
  ['Side by side', '/side-by-side'],
  ['Vocabularies', '/vocabularies'],
  ['Macros', '/macros'],
  ['Command book', '/commands'],
  ['Checks', '/checks'],
  ['Keeping: take along, backups, the bin', '/keeping'],
  ['A new printer', '/printers/new'],
]

export const tools: [string, EditRequest][] = [
  ['Repair what a paste did', { do: 'repair' }],
  ['Line up the comments', { do: 'line-up' }],
  ['Probe without drips', { do: 'probe-without-drips', how: { cornerLiftMm: 10, settleS: 0 } }],
  ['Count filament from the last move', { do: 'count-filament', to: 'relative' }],
  ['Count filament from its zero', { do: 'count-filament', to: 'absolute' }],
  ['Write it in millimetres', { do: 'units', to: 'mm' }],
  ['Write it in inches', { do: 'units', to: 'inch' }],
]

/** A new passage goes in after the chosen lines, or at the end. */
export const placeForNew = (): number => {
  const { open } = useDesk.getState()
  return open ? (open.selection ? open.selection.lastLine : open.text.split('\n').length) + 1 : 1
}

function passageActions({ title, firstLine, lastLine, enabled }: Passage): Action[] {
  const group = 'Passages'
  return [
    { group, name: `Go to “${title}”`, run: () => selectLines(firstLine, lastLine) },
    enabled
      ? { group, name: `Put “${title}” to sleep`, run: () => void propose({ do: 'sleep', at: firstLine }) }
      : { group, name: `Wake “${title}”`, run: () => void propose({ do: 'wake', at: firstLine }) },
  ]
}

function deskActions(navigate: NavigateFunction): Action[] {
  const { open } = useDesk.getState()
  if (!open || !location.pathname.startsWith('/desk')) return []
  const { saved, round } = open
  const desk = 'This script'
  return [
    ...(saved && !saved.stock ? [{ group: desk, name: 'Save', run: () => void saveOpen('') }] : []),
    ...(saved
      ? [
          { group: desk, name: 'Its history', run: () => void navigate(`/history/${saved.id}`) },
          {
            group: desk,
            name: 'Beside what is saved',
            run: () => void navigate(`/side-by-side?left=script-${saved.id}&right=desk`),
          },
          { group: desk, name: 'Run it against many jobs', run: () => void navigate(`/runs?script=${saved.id}`) },
          { group: desk, name: 'Go back to what is saved', run: () => void goBackToSaved() },
        ]
      : []),
    {
      group: desk,
      name: 'Outline, shown or hidden',
      run: () => useOutline.getState().toggle(),
    },
    { group: desk, name: 'Findings', run: () => showLower('findings') },
    { group: desk, name: 'Left for the print', run: () => showLower('left') },
    { group: desk, name: 'Time and waste', run: () => showLower('cost') },
    ...tools.map(([name, request]) => ({ group: 'Tools', name, run: () => void propose(request) })),
    ...makers.map(({ name, title }) => ({
      group: 'Add',
      name: `Add: ${title}`,
      run: () => void propose({ do: 'make', maker: name, values: {}, at: placeForNew() }),
    })),
    ...(round?.passages ?? []).flatMap(passageActions),
  ]
}

/** What can be done now, where one is. */
export const actionsNow = (navigate: NavigateFunction): Action[] => [
  ...deskActions(navigate),
  ...places.map(([name, path]) => ({ group: 'Go to', name, run: () => void navigate(path) })),
  {
    group: 'Do',
    name: 'Begin an empty script',
    run: () => void beginDraft('', '', useDesk.getState().things?.printers[0]?.id ?? 0).then(navigate),
  },
  { group: 'Do', name: 'Light or dark', run: () => useTheme.getState().toggle() },
]
