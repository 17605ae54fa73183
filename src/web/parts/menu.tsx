// The look of menus that drop down from a button.
import { DropdownMenu } from 'radix-ui'
import type { ComponentProps } from 'react'

/** No higher than there is room; a longer one scrolls. */
export const menuLook =
  'z-40 max-h-(--radix-dropdown-menu-content-available-height) overflow-auto rounded-card border border-rule bg-raised p-1 text-ink shadow-lg'

export const MenuItem = (props: ComponentProps<typeof DropdownMenu.Item>) => (
  <DropdownMenu.Item
    className="flex cursor-pointer items-center gap-2 rounded-button px-3 py-1.5 outline-none data-highlighted:bg-sunk"
    {...props}
  />
)
