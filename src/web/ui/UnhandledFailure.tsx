// Failures that no page shows are reported at the foot of the window, so that no failure is silent.
import { create } from 'zustand'
import { Button } from './Button.tsx'
import { Notice } from './Notice.tsx'

const useUnhandledFailure = create<{ why: string | null }>(() => ({ why: null }))

/** Reports a failure that has no place of its own on the page. */
export const reportFailure = (why: string): void => useUnhandledFailure.setState({ why })

/** Browsers report these layout notices as errors; nothing has failed. */
const harmless = /^ResizeObserver loop/

const sentenceOf = (reason: unknown): string => (reason instanceof Error ? reason.message : String(reason))

/** Call once at start-up: reports every error and every rejected promise that nothing has caught. */
export function watchFailures(): void {
  addEventListener('unhandledrejection', ({ reason }) => reportFailure(sentenceOf(reason)))
  addEventListener('error', ({ message }) => {
    if (message && !harmless.test(message)) reportFailure(message)
  })
}

export function UnhandledFailure() {
  const { why } = useUnhandledFailure()
  if (why === null) return null
  return (
    <div className="fixed inset-x-0 bottom-12 z-50 mx-auto w-fit max-w-[92vw]">
      <Notice>
        Something did not work: {why} Your text stays in this browser.{' '}
        <Button small onClick={() => location.reload()}>
          Load the page again
        </Button>{' '}
        <Button small onClick={() => useUnhandledFailure.setState({ why: null })}>
          Close
        </Button>
      </Notice>
    </div>
  )
}
