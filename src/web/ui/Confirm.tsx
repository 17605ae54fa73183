// Asks before something is deleted or overwritten. Says what happens, and how to undo it.
import { useCommand } from '../lib/useCommand.ts'
import { DialogEnd } from './DialogEnd.tsx'
import { Panel } from './Panel.tsx'

type Props = {
  title: string
  /** What happens, and whether it can be undone. */
  about: string
  /** Label of the button that confirms. */
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
