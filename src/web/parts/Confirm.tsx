// The one dialog that asks before something is thrown away or overwritten: it says what happens, and what can be brought back.

import { DialogEnd } from './DialogEnd.tsx'
import { Panel } from './Panel.tsx'
import { useCommand } from './useCommand.ts'

type Props = {
  title: string
  /** What happens, and whether it can be undone. */
  about: string
  /** What the button says that does it. */
  go: string
  onGo: () => Promise<unknown>
  onClose: () => void
}

export function Confirm({ title, about, go, onGo, onClose }: Props) {
  const { run, problem } = useCommand(() => onGo().then(onClose))
  return (
    <Panel open title={title} about={about} onClose={onClose}>
      <DialogEnd refusal={problem} onClose={onClose} go={go} onGo={() => void run()} />
    </Panel>
  )
}
