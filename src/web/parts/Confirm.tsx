// The one dialog that asks before something is thrown away or overwritten: it says what happens, and what can be brought back.
import { useState } from 'react'
import { DialogEnd } from './DialogEnd.tsx'
import { Panel } from './Panel.tsx'

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
  const [refusal, setRefusal] = useState<string | null>(null)
  const act = () => onGo().then(onClose, error => setRefusal((error as Error).message))
  return (
    <Panel open title={title} about={about} onClose={onClose}>
      <DialogEnd refusal={refusal} onClose={onClose} go={go} onGo={() => void act()} />
    </Panel>
  )
}
