// A prominent sentence: something failed, or was done.
import type { ReactNode } from 'react'

type Props = { good?: boolean; children: ReactNode }

export const Notice = ({ good = false, children }: Props) => (
  <p
    role={good ? 'status' : 'alert'}
    className={`rounded-card border bg-raised px-4 py-2.5 ${good ? 'border-good text-good' : 'border-bad text-bad'}`}
  >
    {children}
  </p>
)
