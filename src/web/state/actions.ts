// All actions that the finder offers: those of the page, and those that are possible everywhere.
import type { NavigateFunction } from 'react-router'
import { pages } from '../../pages.ts'
import { beginDraft } from '../drafts/scripts.ts'
import { useDesk } from './desk.ts'
import { buttonActions, type FinderAction, registeredActions } from './registry.ts'
import { useTheme } from './theme.ts'

/** The heading of the shortcuts. They come first, because the finder selects the first action when it opens. */
export const shortcutsHeading = 'By key'

/** All actions that are possible now. */
export function actionsNow(navigate: NavigateFunction): FinderAction[] {
  const registered = registeredActions()
  return [
    ...registered.filter(({ group }) => group === shortcutsHeading),
    ...registered.filter(({ group }) => group !== shortcutsHeading),
    ...pages
      .filter(({ listed }) => listed)
      .map(({ path, title, aliases }) => ({
        id: path,
        group: 'Go to',
        title,
        aliases,
        run: () => void navigate(path),
      })),
    {
      id: 'empty-script',
      group: 'Do',
      title: 'Begin an empty script',
      aliases: 'new create blank write',
      run: () => void beginDraft('', '', useDesk.getState().things?.printers[0]?.id ?? 0).then(navigate),
    },
    {
      id: 'theme',
      group: 'Do',
      title: 'Light or dark',
      aliases: 'theme colours colors appearance night settings preferences',
      run: () => useTheme.getState().toggle(),
    },
    ...buttonActions(),
  ]
}
