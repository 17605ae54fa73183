// A part of a page that scrolls by itself, and that the keyboard reaches.
import type { HTMLAttributes, Ref } from 'react'

type Props = HTMLAttributes<HTMLElement> & {
  as?: 'section' | 'article' | 'div' | 'ol' | 'ul' | 'pre'
  ref?: Ref<never>
}

export const ScrollRegion = ({ as: Tag = 'section', className = '', ...rest }: Props) => (
  <Tag tabIndex={0} className={`overflow-auto ${className}`} {...rest} />
)
