// Parts of a page that are loaded when they are first shown. One that can't be had says so in its place, and can be asked for again:
// the rest of the page goes on.
import { type ComponentType, lazy, useState } from 'react'
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary'
import { Button } from './Button.tsx'
import { Notice } from './Notice.tsx'

/** What could not be fetched; any other mistake is the page's. */
class NotFetched extends Error {}

/** The component of this name in a file that is loaded when it is first drawn, within a `Suspense`. */
export function later<Name extends string, P extends object>(
  load: () => Promise<Record<Name, ComponentType<P>>>,
  name: Name,
): ComponentType<P> {
  const make = () =>
    lazy(async (): Promise<{ default: ComponentType<P> }> => {
      const file = await load().catch((why: unknown) => {
        throw new NotFetched(String(why))
      })
      return { default: file[name] }
    })
  let Part = make()
  return function Later(props: P) {
    const [, drawAgain] = useState(0)
    const again = () => {
      Part = make()
      drawAgain(times => times + 1)
    }
    return (
      <ErrorBoundary FallbackComponent={Missing} onReset={again}>
        <Part {...props} />
      </ErrorBoundary>
    )
  }
}

function Missing({ error, resetErrorBoundary }: FallbackProps) {
  if (!(error instanceof NotFetched)) throw error
  return (
    <Notice>
      This part could not be loaded: the server does not answer.{' '}
      <Button small onClick={resetErrorBoundary}>
        Try again
      </Button>
    </Notice>
  )
}
