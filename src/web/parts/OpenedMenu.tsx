// The menu behind a button, open from the beginning.
import { DropdownMenu } from 'radix-ui'
import { type FocusEvent, useRef } from 'react'
import { unlessGoneOn } from './giving-back.ts'
import { ItemOfMenu, type MenuProps } from './Menu.tsx'

type Props = MenuProps & { byKey: boolean }

/** `byKey`: it was opened by a key, so that its first item has the focus. */
export function OpenedMenu({ button, align = 'end', side = 'bottom', children, byKey }: Props) {
  const entered = useRef(!byKey)
  const enter = ({ target, currentTarget }: FocusEvent<HTMLDivElement>) => {
    if (entered.current || target !== currentTarget) return
    entered.current = true
    currentTarget.querySelector<HTMLElement>('[role=menuitem]')?.focus()
  }
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger asChild>{button({})}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          onFocus={enter}
          onCloseAutoFocus={unlessGoneOn}
          align={align}
          side={side}
          sideOffset={side === 'right' ? 4 : 6}
          // No higher than there is room, a longer one scrolls; and no wider than the window.
          className="z-40 max-h-(--radix-dropdown-menu-content-available-height) max-w-[min(36rem,96vw)] overflow-auto rounded-card border border-rule bg-raised p-1 text-ink shadow-lg [overflow-wrap:anywhere]"
        >
          <ItemOfMenu value={DropdownMenu.Item}>{children()}</ItemOfMenu>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
