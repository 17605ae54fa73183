// Pages and large parts of one that are loaded when they are first shown. One that can't be loaded says so in its place.
import { type ComponentType, lazy } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { Button } from './Button.tsx'
import { Notice } from './Notice.tsx'

const notLoaded = 'This part could not be loaded: the server did not answer. Your text stays in this browser.'

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

/** A failed dynamic import stays failed until the page is reloaded. */
function Missing({ error }: { error: unknown }) {
  if (!(error instanceof NotFetched)) throw error
  return (
    <Notice>
      {notLoaded}{' '}
      <Button small onClick={() => location.reload()}>
        Load the page again
      </Button>
    </Notice>
  )
}
