// The end of a dialog: why it was refused, the button that closes it, and the button that submits it.
import { Button } from './Button.tsx'

type Props = {
  refusal: string | null
  onClose: () => void
  /** Label of the submit button. */
  go: string
  /** Called by the submit button; without it the button submits the form around it. */
  onGo?: () => void
  disabled?: boolean
}

export const DialogEnd = ({ refusal, onClose, go, onGo, disabled = false }: Props) => (
  <>
    {refusal && (
      <p role="alert" className="mt-2 text-control text-bad">
        {refusal}
      </p>
    )}
    <div className="mt-4 flex justify-end gap-2">
      <Button onClick={onClose}>Not now</Button>
      <Button main {...(onGo ? { onClick: onGo } : { type: 'submit', 'data-saves': true })} disabled={disabled}>
        {go}
      </Button>
    </div>
  </>
)
