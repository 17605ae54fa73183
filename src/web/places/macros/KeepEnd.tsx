// A form over what a printer keeps: its fields, why it was refused, and the way out.
import { type ReactNode, useState } from 'react'
import type { Printer } from '../../../core/model/printer.ts'
import { Button } from '../../parts/Button.tsx'
import type { Kept } from '../../state/api.ts'

type Props = {
  keep: () => Promise<Kept<Printer>>
  onDone: () => void
  /** Null where there is nothing yet to go back to. */
  onClose: (() => void) | null
  children: ReactNode
}

export function KeepEnd({ keep, onDone, onClose, children }: Props) {
  const [refusal, setRefusal] = useState<string | null>(null)
  return (
    <form
      className="grid content-start gap-3"
      onSubmit={event => {
        event.preventDefault()
        keep().then(onDone, error => setRefusal((error as Error).message))
      }}
    >
      {children}
      {refusal && (
        <p role="alert" className="text-bad">
          {refusal}
        </p>
      )}
      <div className="flex justify-end gap-2">
        {onClose && <Button onClick={onClose}>Not now</Button>}
        <Button main type="submit">
          Keep the macros
        </Button>
      </div>
    </form>
  )
}
