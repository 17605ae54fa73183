// A button with a menu. There may be hundreds on a page, so that a menu is made, and what it is made of loaded, when its button is
// pressed first.
import type { DropdownMenu } from 'radix-ui'
import {
  type ComponentProps,
  type ComponentType,
  createContext,
  type ReactElement,
  type ReactNode,
  Suspense,
  use,
  useState,
} from 'react'
import { useMenuOfPage } from '../state/registry.ts'
import { later } from './later.tsx'
import { opener } from './opener.ts'

export const loadMenu = () => import('./OpenedMenu.tsx')
const OpenedMenu = later(loadMenu, 'OpenedMenu')

export type MenuProps = {
  /** What it is of: of one thing of a list the thing’s name. */
  name: string
  ofOne?: boolean
  /** Whether the finder knows it by this menu; false where it knows it anyhow. */
  inFinder?: boolean
  /** The button, with what makes it one that opens a menu. */
  button: (props: ComponentProps<'button'>) => ReactElement
  align?: 'start' | 'end'
  side?: 'right' | 'bottom'
  /** Loads what its items are made of. */
  load?: () => Promise<unknown>
  /** The items; they are made when the menu is open, and for the finder. */
  children: () => ReactNode
}

export function Menu(props: MenuProps) {
  const [opened, setOpened] = useState<'by key' | 'by pointer' | null>(null)
  const { name, ofOne = false, inFinder = true, load, children } = props
  useMenuOfPage(inFinder ? { name, ofOne, items: children } : null)
  const loadAll = () => Promise.all([loadMenu(), load?.()])
  const open = (byKey: boolean) => setOpened(byKey ? 'by key' : 'by pointer')
  const closed = props.button({ 'aria-haspopup': 'menu', ...opener(loadAll, ['ArrowDown'], open) })
  if (!opened) return closed
  return (
    <Suspense fallback={closed}>
      <OpenedMenu {...props} byKey={opened === 'by key'} instead={closed} />
    </Suspense>
  )
}

/** `data-also`: other words for it. */
export type ItemProps = ComponentProps<typeof DropdownMenu.Item> & { 'data-also'?: string }

/** What an item is made of: that of an open menu, or of the finder. */
export const ItemOfMenu = createContext<ComponentType<ItemProps> | null>(null)

export function MenuItem({ also, ...props }: ItemProps & { also?: string }) {
  const Item = use(ItemOfMenu)
  return (
    Item && (
      <Item
        data-also={also}
        className="flex cursor-pointer items-center gap-2 rounded-button px-3 py-1.5 outline-none data-highlighted:bg-sunk"
        {...props}
      />
    )
  )
}
