// How a dialog ends: what was refused, the way out, and the button that does it.
import { Button } from './Button.tsx'

type Props = {
  refusal: string | null
  onClose: () => void
  /** What the button says that does it. */
  go: string
  /** Does it; without this the button sends the form that it stands in. */
  onGo?: () => void
  disabled?: boolean
}

export const DialogEnd = ({ refusal, onClose, go, onGo, disabled = false }: Props) => (
  <>
    {refusal && (
      <p role="alert" className="mt-2 text-[14px] text-bad">
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
