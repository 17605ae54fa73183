// A button with a menu. A page may have hundreds, so a menu is made when its button is first pressed.
import { DropdownMenu } from 'radix-ui'
import {
  type ComponentProps,
  type ComponentType,
  createContext,
  type FocusEvent,
  type KeyboardEvent,
  type MouseEvent,
  type ReactElement,
  type ReactNode,
  use,
  useRef,
  useState,
} from 'react'
import { pressedNow, unlessGoneOn } from '../lib/restore-focus.ts'
import { useMenuOfPage } from '../state/registry.ts'

export type MenuProps = {
  /** What the menu is about; for the menu of one item of a list, that item's name. */
  name: string
  /** Whether it is the menu of one item of a list. */
  ofOne?: boolean
  /** Whether the finder lists this menu's items; false if it lists them already for another reason. */
  inFinder?: boolean
  /** Draws the menu's button; the props make it open the menu. */
  button: (props: ComponentProps<'button'>) => ReactElement
  align?: 'start' | 'end'
  side?: 'right' | 'bottom'
  /** Draws the items, when the menu is open or the finder lists them. */
  children: () => ReactNode
}

export function Menu(props: MenuProps) {
  const [opened, setOpened] = useState<'by key' | 'by pointer' | null>(null)
  const { name, ofOne = false, inFinder = true, children } = props
  useMenuOfPage(inFinder ? { name, ofOne, items: children } : null)
  if (opened) return <OpenedMenu {...props} byKey={opened === 'by key'} />
  return props.button({
    'aria-haspopup': 'menu',
    'aria-expanded': false,
    // Keeps the focus in the field it is in: a field that loses it may show an error, which would move this button from under the pointer.
    onMouseDown: event => event.preventDefault(),
    // A click whose `detail` is 0 was made by a key.
    onClick: ({ detail }: MouseEvent) => setOpened(detail === 0 ? 'by key' : 'by pointer'),
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key !== 'ArrowDown') return
      event.preventDefault()
      setOpened('by key')
    },
  })
}

/** A menu that is open when it is first drawn. `byKey`: a key opened it, so its first item gets the focus. */
function OpenedMenu({ button, align = 'end', side = 'bottom', children, byKey }: MenuProps & { byKey: boolean }) {
  const entered = useRef(!byKey)
  const enter = ({ target, currentTarget }: FocusEvent<HTMLDivElement>) => {
    if (entered.current || target !== currentTarget) return
    entered.current = true
    currentTarget.querySelector<HTMLElement>('[role=menuitem]')?.focus()
  }
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger asChild ref={pressedNow}>
        {button({})}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          onFocus={enter}
          onCloseAutoFocus={unlessGoneOn}
          align={align}
          side={side}
          sideOffset={side === 'right' ? 4 : 6}
          // As high as the room allows (a longer menu scrolls), and at most as wide as the window.
          className="z-40 max-h-(--radix-dropdown-menu-content-available-height) max-w-[min(36rem,96vw)] overflow-auto rounded-card border border-rule bg-raised p-1 text-ink shadow-lg [overflow-wrap:anywhere]"
        >
          <ItemOfMenu value={DropdownMenu.Item}>{children()}</ItemOfMenu>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

/** `data-also` holds other names of the item, for the finder. */
export type ItemProps = ComponentProps<typeof DropdownMenu.Item> & { 'data-also'?: string }

/** The component that draws an item: one in an open menu, a hidden one for the finder. */
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
