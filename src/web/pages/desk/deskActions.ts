// The Desk's actions that are in no menu, for the finder: parts of the page, fixes of findings, and passages.
import type { NavigateFunction } from 'react-router'
import type { Passage } from '../../../core/script/passages.ts'
import type { DeskRound } from '../../../tasks/desk-round.ts'
import { useDesk } from '../../state/desk.ts'
import { showLower } from '../../state/lower-card.ts'
import { useOutline } from '../../state/outline.ts'
import { maxPassages, passageActions } from '../../state/passage-actions.ts'
import { selectLines } from '../../state/playhead.ts'
import { showFix } from '../../state/preview.ts'
import type { FinderAction, MenuAction } from '../../state/registry.ts'

/** Titles that more than one passage has. */
function sharedTitles(passages: readonly Passage[]): Set<string> {
  const once = new Set<string>()
  const twice = new Set<string>()
  for (const { title } of passages) (once.has(title) ? twice : once).add(title)
  return twice
}

/** The actions of a passage. If it shares its title with another passage, the action names its line. */
function ofPassage(passage: Passage, shared: Set<string>, actions: readonly MenuAction[]): FinderAction[] {
  const { title, firstLine, lastLine } = passage
  const called = shared.has(title) ? `${title}, line ${firstLine}` : title
  const group = 'Passages'
  return [
    {
      id: `${firstLine}`,
      group,
      title: `Go to “${called}”`,
      aliases: 'passage show',
      run: () => selectLines(firstLine, lastLine),
    },
    ...actions
      .filter(({ first }) => first === undefined)
      .map(action => ({
        ...action,
        id: `${firstLine} ${action.id}`,
        group,
        title: `${called}: ${action.title}`,
        aliases: `passage ${action.aliases ?? ''}`,
        of: called,
      })),
  ]
}

/** The fixes of findings. Each is previewed before it is applied. */
const fixActions = ({ findings }: DeskRound, text: string): FinderAction[] =>
  findings.flatMap(({ line, rule, fixes }) =>
    fixes.map((fix, i) => ({
      id: `${line} ${rule} ${i}`,
      group: 'Fixes',
      title: `Line ${line}: ${fix.title}`,
      run: () => void showFix(fix, text),
    })),
  )

const scriptActions = (savedId: number | undefined, navigate: NavigateFunction): FinderAction[] => {
  const group = 'This script'
  return [
    {
      id: 'runs',
      group,
      title: 'Run it against many jobs',
      aliases: 'all materials test matrix',
      when: savedId !== undefined,
      run: () => void navigate(`/runs?script=${savedId}`),
    },
    {
      id: 'outline',
      group,
      title: 'Outline, shown or hidden',
      aliases: 'passages sections contents',
      run: () => useOutline.getState().toggle(),
    },
    {
      id: 'findings',
      group,
      title: 'Findings',
      aliases: 'problems errors warnings what goes wrong',
      run: () => showLower('findings'),
    },
    {
      id: 'state-after',
      group,
      title: 'State after the script',
      aliases: 'state afterwards end modes temperatures',
      run: () => showLower('left'),
    },
    {
      id: 'time-and-waste',
      group,
      title: 'Time and waste',
      aliases: 'how long duration seconds grams weight cost filament used',
      run: () => showLower('cost'),
    },
  ]
}

export function deskActions(navigate: NavigateFunction): FinderAction[] {
  const { open } = useDesk.getState()
  if (!open) return []
  const round = open.shown?.round
  const passages = round?.passages ?? []
  const shared = sharedTitles(passages)
  return [
    ...scriptActions(open.saved?.id, navigate),
    ...(round ? fixActions(round, open.text) : []),
    ...passages.flatMap((passage, i) =>
      ofPassage(passage, shared, i < maxPassages ? passageActions(passage, navigate) : []),
    ),
  ]
}
