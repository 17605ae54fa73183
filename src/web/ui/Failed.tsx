// Shows a failure where it happened: the reason, and *Try again* when `onRetry` is given.
import { Notice } from './Notice.tsx'
import { Press } from './Press.tsx'

type Props = {
  /** Null if nothing failed. */
  why: string | null | undefined
  onRetry?: (() => void) | undefined
}

export const Failed = ({ why, onRetry }: Props) =>
  why ? (
    <Notice>
      {why}{' '}
      {onRetry && (
        <Press onClick={onRetry} className="text-heat underline">
          Try again
        </Press>
      )}
    </Notice>
  ) : null
