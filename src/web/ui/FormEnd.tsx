// The end of a form: a restored draft, a refusal, and the buttons.
import { type ReactNode, useState } from 'react'
import type { FieldValues } from 'react-hook-form'
import type { Form } from '../lib/useForm.ts'
import { Button } from './Button.tsx'
import { Confirm } from './Confirm.tsx'
import { DraftRestored } from './DraftRestored.tsx'

type Props<T extends FieldValues> = {
  form: Form<T>
  /** The name of the saved item, and how it is deleted; null for a new one. */
  kept: { name: string; remove: () => Promise<unknown> } | null
  onEarlier: (() => void) | null
  /** Null if there is no page to return to. */
  onClose: (() => void) | null
  /** The label of the save button. */
  save?: string
  /** Additional buttons. */
  children?: ReactNode
}

export function FormEnd<T extends FieldValues>({ form, kept, onEarlier, onClose, save = 'Save', children }: Props<T>) {
  const [asking, setAsking] = useState(false)
  return (
    <>
      {form.refusal && (
        <p role="alert" className="mt-3 text-bad">
          {form.refusal}
        </p>
      )}
      <DraftRestored form={form} />
      <div className="mt-4 flex items-center gap-2">
        {kept && <Button onClick={() => setAsking(true)}>Throw away…</Button>}
        {onEarlier && <Button onClick={onEarlier}>Earlier…</Button>}
        <span className="ml-auto text-small text-soft">
          {form.changed && 'Your changes stay in this browser if you leave.'}
        </span>
        {onClose && <Button onClick={onClose}>Not now</Button>}
        {children}
        <Button main type="submit" data-saves>
          {save}
        </Button>
      </div>
      {asking && kept && (
        <Confirm
          title={`Throw “${kept.name}” away`}
          about="It stays in the bin for 30 days and can be put back from the Workshop."
          go="Throw it away"
          onGo={() => kept.remove().then(() => onClose?.())}
          onClose={() => setAsking(false)}
        />
      )}
    </>
  )
}
