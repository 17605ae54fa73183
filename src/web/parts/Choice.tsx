// One choice out of a few, with its name above: what a printer, a moment or a job is picked with. Its list is made, and what it is made
// of loaded, when it is opened first.
import { ChevronDown } from 'lucide-react'
import { type ComponentProps, Suspense, useState } from 'react'
import { later } from './later.tsx'
import { opener } from './opener.ts'
import { Press } from './Press.tsx'

export const loadChoice = () => import('./OpenedChoice.tsx')
const OpenedChoice = later(loadChoice, 'OpenedChoice')

export type ChoiceProps = {
  name: string
  value: string
  options: readonly { value: string; label: string; about?: string }[]
  onChange: (value: string) => void
  /** What stands there while nothing is chosen. */
  empty?: string
}

/**
 * A label with more letters gives its room first where there is too little: the short ones beside it shrink by less than a browser
 * counts, and stay whole.
 */
const shortLabel = 18

export function Choice(props: ChoiceProps) {
  const { name, value, options, empty } = props
  const label = options.find(option => option.value === value)?.label ?? empty ?? ''
  const [used, setUsed] = useState(false)
  const button = (more: ComponentProps<'button'>) => (
    <Press
      aria-label={name}
      className="flex max-w-full items-center gap-1 rounded-sm font-semibold hover:text-heat"
      {...more}
    >
      <span className="truncate">{label}</span>
      <ChevronDown size={15} aria-hidden className="shrink-0" />
    </Press>
  )
  const closed = button({
    role: 'combobox',
    'aria-haspopup': 'listbox',
    ...opener(loadChoice, ['ArrowDown', 'ArrowUp'], () => setUsed(true)),
  })
  return (
    <div className={label.length > shortLabel ? 'min-w-24 shrink-[100000]' : 'min-w-14 shrink'}>
      <div className="truncate text-[13px] leading-4 whitespace-nowrap text-soft">{name}</div>
      {used ? (
        <Suspense fallback={closed}>
          <OpenedChoice {...props} button={button} instead={closed} />
        </Suspense>
      ) : (
        closed
      )}
    </div>
  )
}
