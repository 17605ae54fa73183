// A part of a page that scrolls by itself. It can have the focus, so that the arrow keys scroll it.
import type { HTMLAttributes } from 'react'

type Props = HTMLAttributes<HTMLElement> & {
  as?: 'section' | 'article' | 'div' | 'ol' | 'ul' | 'pre'
}

export const ScrollRegion = ({ as: Tag = 'section', className = '', ...rest }: Props) => (
  <Tag tabIndex={0} className={`overflow-auto ${className}`} {...rest} />
)
