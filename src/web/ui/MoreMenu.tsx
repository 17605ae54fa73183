// The menu behind three dots: the actions of one item of a list.
import { Ellipsis } from 'lucide-react'
import { Menu, type MenuProps } from './Menu.tsx'
import { Press } from './Press.tsx'

export const MoreMenu = (props: Omit<MenuProps, 'button' | 'ofOne'>) => (
  <Menu
    {...props}
    ofOne
    button={ofMenu => (
      <Press
        aria-label={`What to do with ${props.name}`}
        className="mr-1 rounded-sm p-1 text-soft hover:text-ink"
        {...ofMenu}
      >
        <Ellipsis size={16} aria-hidden />
      </Press>
    )}
  />
)
