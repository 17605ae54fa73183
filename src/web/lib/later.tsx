// Loads pages, and large parts of a page, when they are first shown. If loading fails, a notice is shown in their place.
import { type ComponentType, lazy } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { Button } from '../ui/Button.tsx'
import { Notice } from '../ui/Notice.tsx'

const notLoaded = 'This part could not be loaded: the server did not answer. Your text stays in this browser.'

/** A file could not be loaded; every other error is thrown on. */
class NotFetched extends Error {}

/** Returns a component that loads the file and draws its export of this name. Needs a `Suspense` around it. */
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
