// Shown for an unknown address.
import { useLocation } from 'react-router'
import { PageLink } from './Press.tsx'

export function NotFoundPage() {
  return (
    <div className="mx-auto max-w-xl p-12">
      <h1 className="font-serif text-title font-semibold">There is nothing here</h1>
      <p className="mt-3">
        There is no page called <code className="font-mono">{useLocation().pathname}</code>.{' '}
        <PageLink to="/" className="text-heat underline">
          Go to the shelf
        </PageLink>
      </p>
    </div>
  )
}
