// A part of a page on a sheet of its own, and what stands in place of a list that is empty.
import type { HTMLAttributes, ReactNode } from 'react'

export const cardLook = 'rounded-card border border-rule bg-raised'

type CardProps = Omit<HTMLAttributes<HTMLElement>, 'title'> & {
  as?: 'section' | 'article' | 'figure' | 'li' | 'p' | 'div'
  /** The heading; a section without an `aria-label` is named by it. */
  title?: ReactNode
  /** Without padding, for tables and parts that reach the edge, or with padding of their own. */
  flush?: boolean
}

export function Card({ as: Tag = 'section', title, flush = false, className = '', children, ...rest }: CardProps) {
  return (
    <Tag className={`${cardLook} ${flush ? '' : 'px-4 py-3'} ${className}`} {...rest}>
      {title && <h2 className="font-serif text-heading font-semibold">{title}</h2>}
      {children}
    </Tag>
  )
}

/** Says why there is nothing to show, and what to do about it. */
export const EmptyState = ({ children, className = '' }: { children: ReactNode; className?: string }) => (
  <p className={`${cardLook} p-8 text-center text-soft ${className}`}>{children}</p>
)
