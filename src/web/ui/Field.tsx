// A field of a form: its name above, a hint below, and the error in its value.
import { type ReactNode, useId } from 'react'

export const fieldLook =
  'mt-1 w-full rounded-button border border-rule bg-paper px-3 py-1.5 placeholder:text-soft aria-invalid:border-bad'

/** Attributes of the input: that its value is invalid, and the id of the error's text. */
type Described = { 'aria-invalid'?: true; 'aria-describedby'?: string }

type Props = {
  name: string
  hint?: string
  flaw?: string | undefined
  children: (id: string, described: Described) => ReactNode
}

export function Field({ name, hint, flaw, children }: Props) {
  const id = useId()
  return (
    <div>
      <label htmlFor={id} className="font-semibold">
        {name} {hint && <span className="font-normal text-soft">({hint})</span>}
      </label>
      {children(id, flaw ? { 'aria-invalid': true, 'aria-describedby': `${id}-flaw` } : {})}
      {flaw && (
        <p id={`${id}-flaw`} className="mt-0.5 text-small text-bad">
          {flaw}
        </p>
      )}
    </div>
  )
}
