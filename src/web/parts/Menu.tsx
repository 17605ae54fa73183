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
import { later } from './later.tsx'
import { opener } from './opener.ts'

export const loadMenu = () => import('./OpenedMenu.tsx')
const OpenedMenu = later(loadMenu, 'OpenedMenu')

export type MenuProps = {
  /** The button, with what makes it one that opens a menu. */
  button: (props: ComponentProps<'button'>) => ReactElement
  align?: 'start' | 'end'
  side?: 'right' | 'bottom'
  onOpen?: () => void
  /** The items; they are made when the menu is open. */
  children: () => ReactNode
}

export function Menu(props: MenuProps) {
  const [opened, setOpened] = useState<'by key' | 'by pointer' | null>(null)
  const open = (byKey: boolean) => {
    props.onOpen?.()
    setOpened(byKey ? 'by key' : 'by pointer')
  }
  const closed = props.button({ 'aria-haspopup': 'menu', ...opener(loadMenu, ['ArrowDown'], open) })
  if (!opened) return closed
  return (
    <Suspense fallback={closed}>
      <OpenedMenu {...props} byKey={opened === 'by key'} instead={closed} />
    </Suspense>
  )
}

type ItemProps = ComponentProps<typeof DropdownMenu.Item>

/** What an item is made of; the menu that it stands in has it. */
export const ItemOfMenu = createContext<ComponentType<ItemProps> | null>(null)

export function MenuItem(props: ItemProps) {
  const Item = use(ItemOfMenu)
  return (
    Item && (
      <Item
        className="flex cursor-pointer items-center gap-2 rounded-button px-3 py-1.5 outline-none data-highlighted:bg-sunk"
        {...props}
      />
    )
  )
}
