// Shown for an address that leads nowhere.
import { Link, useLocation } from 'react-router'

export function Nowhere() {
  return (
    <div className="mx-auto max-w-xl p-12">
      <h1 className="font-serif text-2xl font-semibold">There is nothing here</h1>
      <p className="mt-3">
        No place is called <code className="font-mono">{useLocation().pathname}</code>.{' '}
        <Link to="/" className="text-heat underline">
          Go to the shelf
        </Link>
      </p>
    </div>
  )
}
