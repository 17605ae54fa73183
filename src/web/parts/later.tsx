// Parts of a page that are loaded when they are first shown. One that can't be had says so in its place: the rest of the page goes on.
import { type ComponentType, lazy } from 'react'
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
  const Part = lazy(async (): Promise<{ default: ComponentType<P> }> => {
    const file = await load().catch((why: unknown) => {
      throw new NotFetched(String(why))
    })
    return { default: file[name] }
  })
  return function Later(props: P) {
    return (
      <ErrorBoundary FallbackComponent={Missing}>
        <Part {...props} />
      </ErrorBoundary>
    )
  }
}

/** A browser asks for a file that it could not have no second time until the page is loaded again. */
function Missing({ error }: FallbackProps) {
  if (!(error instanceof NotFetched)) throw error
  return (
    <Notice>
      This part could not be loaded: the server did not answer. What you wrote is kept in this browser.{' '}
      <Button small onClick={() => location.reload()}>
        Load the page again
      </Button>
    </Notice>
  )
}
