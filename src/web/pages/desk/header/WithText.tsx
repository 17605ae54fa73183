// Parts that need the text at every key: dialogs, while they are open.
import type { ReactNode } from 'react'
import { type Open, useDesk } from '../../../state/desk.ts'

export function WithText({ children }: { children: (open: Open) => ReactNode }) {
  const open = useDesk(state => state.open)
  return open && children(open)
}
