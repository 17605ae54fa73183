// How both forms end: what was refused, and the buttons.
import { Button } from '../../parts/Button.tsx'

type Props = { refusal: string | null; onRemove: (() => void) | null; onClose: () => void }

export const FormEnd = ({ refusal, onRemove, onClose }: Props) => (
  <>
    {refusal && (
      <p role="alert" className="mt-3 text-bad">
        {refusal}
      </p>
    )}
    <div className="mt-4 flex gap-2">
      {onRemove && <Button onClick={onRemove}>Throw away</Button>}
      <Button className="ml-auto" onClick={onClose}>
        Not now
      </Button>
      <Button main type="submit">
        Keep
      </Button>
    </div>
  </>
)
