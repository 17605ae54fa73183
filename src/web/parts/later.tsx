// Parts of a page that are loaded when they are first shown. One that can't be had says so in its place: the rest of the page goes on.
import { type ComponentType, lazy, type ReactNode } from 'react'
import { createPortal } from 'react-dom'
import { ErrorBoundary } from 'react-error-boundary'
import { Button } from './Button.tsx'
import { Notice } from './Notice.tsx'

const notLoaded = 'This part could not be loaded: the server did not answer. What you wrote is kept in this browser.'

/** What could not be fetched; any other mistake is the page's. */
class NotFetched extends Error {}

/** What stands there where it can't be had, as a menu's button: then that is told at the window's foot, and not in its place. */
type Instead = { instead?: ReactNode }

/** The component of this name in a file that is loaded when it is first drawn, within a `Suspense`. */
export function later<Name extends string, P extends object>(
  load: () => Promise<Record<Name, ComponentType<P>>>,
  name: Name,
): ComponentType<P & Instead> {
  const Part = lazy(async (): Promise<{ default: ComponentType<P> }> => {
    const file = await load().catch((why: unknown) => {
      throw new NotFetched(String(why))
    })
    return { default: file[name] }
  })
  return function Later(props: P & Instead) {
    return (
      <ErrorBoundary fallbackRender={({ error }) => <Missing error={error} instead={props.instead} />}>
        <Part {...props} />
      </ErrorBoundary>
    )
  }
}

/** A browser asks for a file that it could not have no second time until the page is loaded again. */
function Missing({ error, instead }: Instead & { error: unknown }) {
  if (!(error instanceof NotFetched)) throw error
  const told = (
    <Notice>
      {notLoaded}{' '}
      <Button small onClick={() => location.reload()}>
        Load the page again
      </Button>
    </Notice>
  )
  if (instead === undefined) return told
  return (
    <>
      {instead}
      {createPortal(
        <div className="fixed inset-x-0 bottom-12 z-50 mx-auto w-fit max-w-[92vw]">{told}</div>,
        document.body,
      )}
    </>
  )
}
