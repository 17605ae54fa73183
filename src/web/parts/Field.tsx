// A form's field: its name above, what it takes below.
import { type ReactNode, useId } from 'react'

export const fieldLook = 'mt-1 w-full rounded-button border border-rule bg-paper px-3 py-1.5 placeholder:text-soft'

type Props = { name: string; hint?: string; children: (id: string) => ReactNode }

export function Field({ name, hint, children }: Props) {
  const id = useId()
  return (
    <div>
      <label htmlFor={id} className="font-semibold">
        {name} {hint && <span className="font-normal text-soft">({hint})</span>}
      </label>
      {children(id)}
    </div>
  )
}
