// The frame of a page: its title, an introduction, and actions beside them.
import type { ReactNode } from 'react'

type HeadProps = {
  title: ReactNode
  intro?: ReactNode
  /** Whether the introduction reports on something that changes, which screen readers then announce. */
  live?: boolean
  /** Choices and buttons beside the title. */
  actions?: ReactNode
}

export const PageHead = ({ title, intro, live = false, actions }: HeadProps) => (
  <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
    <div className="min-w-48 flex-1">
      <h1 className="font-serif text-title leading-8 font-semibold">{title}</h1>
      {intro && (
        <p className="max-w-[90ch] text-soft" role={live ? 'status' : undefined}>
          {intro}
        </p>
      )}
    </div>
    {actions && <div className="flex min-w-0 flex-wrap items-end gap-x-3 gap-y-2">{actions}</div>}
  </div>
)

type Props = HeadProps & {
  /** For text and forms; other pages use the width of the window up to 1,500 px. */
  narrow?: boolean
  /** As high as the window: a part of the page scrolls, not the page. */
  fill?: boolean
  children: ReactNode
}

export const Page = ({ narrow = false, fill = false, children, ...head }: Props) => (
  <div
    className={`mx-auto flex flex-col gap-4 px-6 py-5 max-tablet:px-3 ${narrow ? 'max-w-[1180px]' : 'max-w-[1500px]'} ${fill ? 'h-full max-tablet:h-auto' : ''}`}
  >
    <PageHead {...head} />
    {children}
  </div>
)
