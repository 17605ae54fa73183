// Actions that the finder offers besides those of the page's menus: pages to open, and the actions of the Desk's
// outline.
import type { NavigateFunction } from 'react-router'
import type { Passage } from '../../core/script/passages.ts'
import { pages } from '../../pages.ts'
import type { DeskRound } from '../../tasks/desk-round.ts'
import { beginDraft } from '../drafts/scripts.ts'
import { useDesk } from './desk.ts'
import { showLower } from './lower-card.ts'
import { useOutline } from './outline.ts'
import { type Doing, maxPassages, passageDoes } from './passage-does.ts'
import { selectLines } from './playhead.ts'
import { showFix } from './preview.ts'
import { type Action, pageActions } from './registry.ts'
import { textActions } from './text-keys.ts'
import { useTheme } from './theme.ts'

/** Titles that more than one passage has. */
function sharedTitles(passages: readonly Passage[]): Set<string> {
  const once = new Set<string>()
  const twice = new Set<string>()
  for (const { title } of passages) (once.has(title) ? twice : once).add(title)
  return twice
}

/** The actions of a passage. If it shares its title with another passage, the action names its line. */
function passageActions(passage: Passage, shared: Set<string>, does: readonly Doing[]): Action[] {
  const { title, firstLine, lastLine } = passage
  const called = shared.has(title) ? `${title}, line ${firstLine}` : title
  const group = 'Passages'
  return [
    { group, name: `Go to “${called}”`, also: 'passage show', run: () => selectLines(firstLine, lastLine) },
    ...does
      .filter(({ first }) => first === undefined)
      .map(({ name, also, run }) => ({
        ...{ group, name: `${called}: ${name}`, also: `passage ${also}`, of: called },
        run,
      })),
  ]
}

/** The fixes of findings. Each is previewed before it is applied. */
const fixActions = ({ findings }: DeskRound, text: string): Action[] =>
  findings.flatMap(({ line, fixes }) =>
    fixes.map(fix => ({ group: 'Fixes', name: `Line ${line}: ${fix.title}`, run: () => void showFix(fix, text) })),
  )

const onDesk = (): boolean => useDesk.getState().open !== null && location.pathname.startsWith('/desk')

function deskActions(navigate: NavigateFunction): Action[] {
  const { open } = useDesk.getState()
  if (!open || !onDesk()) return []
  const { saved } = open
  const round = open.shown?.round
  const desk = 'This script'
  const passages = round?.passages ?? []
  const shared = sharedTitles(passages)
  return [
    ...(saved
      ? [
          {
            group: desk,
            name: 'Run it against many jobs',
            also: 'all materials test matrix',
            run: () => void navigate(`/runs?script=${saved.id}`),
          },
        ]
      : []),
    {
      group: desk,
      name: 'Outline, shown or hidden',
      also: 'passages sections contents',
      run: () => useOutline.getState().toggle(),
    },
    {
      group: desk,
      name: 'Findings',
      also: 'problems errors warnings what goes wrong',
      run: () => showLower('findings'),
    },
    {
      group: desk,
      name: 'State after the script',
      also: 'state afterwards end modes temperatures',
      run: () => showLower('left'),
    },
    {
      group: desk,
      name: 'Time and waste',
      also: 'how long duration seconds grams weight cost filament used',
      run: () => showLower('cost'),
    },
    ...(round ? fixActions(round, open.text) : []),
    ...passages.flatMap((passage, i) =>
      passageActions(passage, shared, i < maxPassages ? passageDoes(passage, navigate) : []),
    ),
  ]
}

/** All actions that are possible now. `inMenus` are the items of the page's menus. */
export const actionsNow = (navigate: NavigateFunction, inMenus: Iterable<Action>): Action[] => [
  ...(onDesk() ? textActions() : []),
  ...inMenus,
  ...deskActions(navigate),
  ...pages.flatMap(({ path, title, also, listed }) =>
    listed ? [{ group: 'Go to', name: title, also, run: () => void navigate(path) }] : [],
  ),
  {
    group: 'Do',
    name: 'Begin an empty script',
    also: 'new create blank write',
    run: () => void beginDraft('', '', useDesk.getState().things?.printers[0]?.id ?? 0).then(navigate),
  },
  {
    group: 'Do',
    name: 'Light or dark',
    also: 'theme colours colors appearance night settings preferences',
    run: () => useTheme.getState().toggle(),
  },
  ...pageActions(),
]
