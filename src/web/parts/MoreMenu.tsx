// The menu behind three dots: what can be done with one thing of a list.
import { Ellipsis } from 'lucide-react'
import { Menu, type MenuProps } from './Menu.tsx'
import { Press } from './Press.tsx'

export const MoreMenu = ({ name, ...menu }: { name: string } & Omit<MenuProps, 'button'>) => (
  <Menu
    {...menu}
    button={props => (
      <Press aria-label={`What to do with ${name}`} className="mr-1 rounded-sm p-1 text-soft hover:text-ink" {...props}>
        <Ellipsis size={16} aria-hidden />
      </Press>
    )}
  />
)
