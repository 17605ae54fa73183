// Shown when a page fails because of a mistake of ours: says so, and that the text is safe, with a way to go on.
import { Button } from './Button.tsx'
import { PageLink } from './Press.tsx'

export function WentWrong({ error }: { error: unknown }) {
  return (
    <div className="mx-auto max-w-xl p-12" role="alert">
      <h1 className="font-serif text-title font-semibold">Something went wrong on this page</h1>
      <p className="mt-3">
        This is our mistake, not yours. Your unsaved text stays in this browser; everything you saved is on the shelf.
      </p>
      <p className="mt-2 font-mono text-small text-soft">{error instanceof Error ? error.message : String(error)}</p>
      <p className="mt-5 flex items-center gap-4">
        <Button main onClick={() => location.reload()}>
          Load the page again
        </Button>
        <PageLink to="/" className="text-heat underline">
          Go to the shelf
        </PageLink>
      </p>
    </div>
  )
}
