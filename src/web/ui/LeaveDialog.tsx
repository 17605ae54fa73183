// Asks what to do with unsaved changes before another page is opened.
import { useBlocker } from 'react-router'
import { Button } from './Button.tsx'
import { Panel } from './Panel.tsx'

type Props = {
  /** The name of the changed item, as “Dunlin”. */
  what: string
  changed: boolean
  /** Saves. Returns whether it succeeded. */
  save: () => Promise<boolean>
  undo: () => void
}

export function LeaveDialog({ what, changed, save, undo }: Props) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => changed && currentLocation.pathname !== nextLocation.pathname,
  )
  if (blocker.state !== 'blocked') return null
  const { proceed: leave, reset: stay } = blocker
  return (
    <Panel
      open
      title="Not saved yet"
      about={`What you changed of ${what} is not saved. You can leave it for later: it stays in this browser until you come back.`}
      onClose={stay}
    >
      <div className="flex flex-wrap justify-end gap-2">
        <Button
          onClick={() => {
            undo()
            leave()
          }}
        >
          Undo the changes
        </Button>
        <Button onClick={leave}>Leave it for later</Button>
        <Button main onClick={() => void save().then(done => (done ? leave() : stay()))}>
          Save
        </Button>
      </div>
    </Panel>
  )
}
