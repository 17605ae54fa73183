// A table with a row of column headings.
import type { ReactNode } from 'react'
import { cardLook } from './Card.tsx'

export type Column =
  | string
  | {
      title: string
      /** Whether the title is for screen readers only. */
      hidden?: boolean
      /** Shown in place of the title, such as a button that sorts by this column. */
      head?: ReactNode
      /** Numbers are aligned at the right. */
      right?: boolean
      /** As CSS has it: `30%`. */
      width?: string
      sorted?: boolean
    }

type Props = {
  /** What the table lists; for screen readers. */
  label?: string
  columns: readonly Column[]
  /** Whether the headings are for screen readers only. */
  hideHeadings?: boolean
  /** On a sheet of its own. */
  card?: boolean
  className?: string
  /** One or more `tbody`. */
  children: ReactNode
}

export function Table({ label, columns, hideHeadings = false, card = false, className = '', children }: Props) {
  const all = columns.map(column => (typeof column === 'string' ? { title: column } : column))
  return (
    <table
      aria-label={label}
      className={`w-full text-left text-control ${card ? `${cardLook} [&_tr>*:first-child]:pl-3` : ''} ${className}`}
    >
      {all.some(({ width }) => width) && (
        <colgroup>
          {all.map(({ title, width }) => (
            <col key={title} style={{ width }} />
          ))}
        </colgroup>
      )}
      <thead className={hideHeadings ? 'sr-only' : ''}>
        <tr className="text-small text-soft">
          {all.map(({ title, hidden, head, right, sorted }) => (
            <th
              key={title}
              scope="col"
              aria-sort={sorted === undefined ? undefined : sorted ? 'descending' : 'none'}
              className={`py-1 pr-3 font-normal ${right ? 'text-right' : ''}`}
            >
              {hidden ? <span className="sr-only">{title}</span> : (head ?? title)}
            </th>
          ))}
        </tr>
      </thead>
      {children}
    </table>
  )
}
