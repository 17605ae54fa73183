// Everything that can be done from the finder: places to go to, and on the Desk what its menus and outline do.
import type { NavigateFunction } from 'react-router'
import type { EditRequest } from '../../core/script/edits/edit.ts'
import { makers } from '../../core/script/makers/makers.ts'
import type { Passage } from '../../core/script/passages.ts'
import { pages } from '../../pages.ts'
import type { DeskRound } from '../../worker/rehearsal.worker.ts'
import { ask } from './asked.ts'
import { goBackToSaved, selectLines, useDesk } from './desk.ts'
import { placeForNew, tables, tools } from './desk-tools.ts'
import { beginDraft } from './drafts.ts'
import { showLower } from './lower.ts'
import { useOutline } from './outline.ts'
import { propose, showFix } from './preview.ts'
import { type Action, pageActions } from './registry.ts'
import { useTheme } from './theme.ts'

/** The titles that more than one passage has. */
function sharedTitles(passages: readonly Passage[]): Set<string> {
  const once = new Set<string>()
  const twice = new Set<string>()
  for (const { title } of passages) (once.has(title) ? twice : once).add(title)
  return twice
}

/** What can be done with a passage, as behind its three dots in the outline; one that shares its title says its line. */
function passageActions({ title: its, firstLine: at, lastLine, enabled }: Passage, shared: Set<string>): Action[] {
  const group = 'Passages'
  const title = shared.has(its) ? `${its}, line ${at}` : its
  const does = (name: string, request: EditRequest): Action => ({ group, name, run: () => void propose(request) })
  return [
    { group, name: `Go to “${title}”`, run: () => selectLines(at, lastLine) },
    enabled ? does(`Comment out “${title}”`, { do: 'sleep', at }) : does(`Put back “${title}”`, { do: 'wake', at }),
    does(`Nudge “${title}” on the bed`, { do: 'nudge', at, shift: { x: 1, y: 0, z: 0 } }),
    does(`Move “${title}” up`, { do: 'move-up', at }),
    does(`Move “${title}” down`, { do: 'move-down', at }),
    does(`Copy “${title}”`, { do: 'duplicate', at }),
    does(`Remove “${title}”`, { do: 'remove', at }),
  ]
}

/** The fixes of findings, each shown before it is applied. */
const fixActions = ({ findings }: DeskRound, text: string): Action[] =>
  findings.flatMap(({ line, fixes }) =>
    fixes.map(fix => ({ group: 'Fixes', name: `Line ${line}: ${fix.title}`, run: () => void showFix(fix, text) })),
  )

function deskActions(navigate: NavigateFunction): Action[] {
  const { open } = useDesk.getState()
  if (!open || !location.pathname.startsWith('/desk')) return []
  const { saved, round } = open
  const desk = 'This script'
  const passages = round?.passages ?? []
  const shared = sharedTitles(passages)
  return [
    ...tables(round).map(([name, asked]) => ({ group: desk, name, run: () => ask(asked) })),
    ...(saved && !saved.stock ? [{ group: desk, name: 'Save with a note…', run: () => ask('note') }] : []),
    ...(saved ? [{ group: desk, name: 'Save as a variant…', run: () => ask('variant') }] : []),
    { group: desk, name: 'Save as another script…', run: () => ask('another') },
    { group: desk, name: 'Export…', also: 'download copy save as file gcode', run: () => ask('take-away') },
    ...(saved
      ? [
          { group: desk, name: 'Its history', run: () => void navigate(`/history/${saved.id}`) },
          {
            group: desk,
            name: 'Side by side with what is saved',
            run: () => void navigate(`/side-by-side?left=script-${saved.id}&right=desk`),
          },
          ...(saved.file === null
            ? [
                {
                  group: desk,
                  name: 'Carry over to…',
                  also: 'another printer firmware convert translate port adapt bring',
                  run: () => void navigate(`/carry/${saved.id}`),
                },
              ]
            : []),
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
    { group: desk, name: 'What the print is left with', run: () => showLower('left') },
    { group: desk, name: 'Time and waste', run: () => showLower('cost') },
    ...tools.map(([name, request]) => ({ group: 'Tools', name, run: () => void propose(request) })),
    ...makers.map(({ name, title }) => ({
      group: 'Add',
      name: `Add: ${title}`,
      run: () => void propose({ do: 'make', maker: name, values: {}, at: placeForNew() }),
    })),
    ...(round ? fixActions(round, open.text) : []),
    ...passages.flatMap(passage => passageActions(passage, shared)),
  ]
}

/** What can be done now, where one is. */
export const actionsNow = (navigate: NavigateFunction): Action[] => [
  ...deskActions(navigate),
  ...pages.flatMap(({ path, title, also, listed }) =>
    listed ? [{ group: 'Go to', name: title, also, run: () => void navigate(path) }] : [],
  ),
  {
    group: 'Do',
    name: 'Begin an empty script',
    run: () => void beginDraft('', '', useDesk.getState().things?.printers[0]?.id ?? 0).then(navigate),
  },
  { group: 'Do', name: 'Light or dark', run: () => useTheme.getState().toggle() },
  ...pageActions(),
]
