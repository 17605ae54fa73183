// The pages by the browser's address. React Router's plain kind, which is half as large as the one that can hold a step back: that
// is done by our own way.
import { type ReactNode, startTransition, useLayoutEffect, useState } from 'react'
import { NavigationType, Router } from 'react-router'
import { way } from '../state/going.ts'

export function Going({ children }: { children: ReactNode }) {
  const [{ location, action }, setStep] = useState(() => ({ location: way.here(), action: NavigationType.Pop }))
  // The page before stays until the next one has been loaded.
  useLayoutEffect(() => way.listen(step => startTransition(() => setStep(step))), [])
  return (
    <Router location={location} navigationType={action} navigator={way.navigator}>
      {children}
    </Router>
  )
}
