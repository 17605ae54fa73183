// What needs the text as it is typed, and so is drawn anew at every key: a dialog, while it is open.
import type { ReactNode } from 'react'
import { type Open, useDesk } from '../../../state/desk.ts'

export function WithText({ children }: { children: (open: Open) => ReactNode }) {
  const open = useDesk(state => state.open)
  return open && children(open)
}
