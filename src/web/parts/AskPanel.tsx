// A dialog that asks for a few words, one field a line; what is refused is said under them. What forms are made of is loaded for it.
import { Suspense } from 'react'
import type { AskDialogProps } from './AskDialog.tsx'
import { later } from './later.tsx'

const AskDialog = later(() => import('./AskDialog.tsx'), 'AskDialog')

export const AskPanel = (props: AskDialogProps) => (
  <Suspense fallback={null}>
    <AskDialog {...props} instead={null} />
  </Suspense>
)
