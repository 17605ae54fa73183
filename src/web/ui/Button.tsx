// Buttons: `main` for the one main action of a page, others plain.
import type { ComponentProps } from 'react'
import { useFinderButton } from '../state/registry.ts'

type Props = ComponentProps<'button'> & { main?: boolean; small?: boolean }

export function Button({ main = false, small = false, className = '', ref, ...rest }: Props) {
  const size = small ? 'px-2.5 py-0.5 text-small' : 'px-3.5 py-1.5 text-control'
  const look = main
    ? 'border-heat bg-heat font-semibold text-on-heat hover:brightness-110'
    : 'border-rule bg-raised hover:border-soft'
  return (
    <button
      ref={useFinderButton<HTMLButtonElement>(ref)}
      type="button"
      className={`inline-flex items-center gap-1.5 rounded-button border whitespace-nowrap disabled:opacity-50 ${size} ${look} ${className}`}
      {...rest}
    />
  )
}
