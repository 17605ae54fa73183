// The look of menus that drop down from a button.
import { DropdownMenu } from 'radix-ui'
import type { ComponentProps } from 'react'

export const menuLook = 'z-40 rounded-card border border-rule bg-raised p-1 text-ink shadow-lg'

export const MenuItem = (props: ComponentProps<typeof DropdownMenu.Item>) => (
  <DropdownMenu.Item
    className="flex cursor-pointer items-center gap-2 rounded-button px-3 py-1.5 outline-none data-highlighted:bg-sunk"
    {...props}
  />
)
