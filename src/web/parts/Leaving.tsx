// Before a page is left whose form has a change that is not saved: what happens with it is said, and chosen.
import { useBlocker } from 'react-router'
import { Button } from './Button.tsx'
import { Panel } from './Panel.tsx'

type Props = {
  /** What was changed, as “Dunlin”. */
  what: string
  changed: boolean
  /** Saves; gives whether it is saved. */
  save: () => Promise<boolean>
  undo: () => void
}

export function Leaving({ what, changed, save, undo }: Props) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => changed && currentLocation.pathname !== nextLocation.pathname,
  )
  if (blocker.state !== 'blocked') return null
  return (
    <Panel
      open
      title="Not saved yet"
      about={`What you changed of ${what} is not saved. It can wait here: it is kept in this browser until you come back.`}
      onClose={blocker.reset}
    >
      <div className="flex flex-wrap justify-end gap-2">
        <Button
          onClick={() => {
            undo()
            blocker.proceed()
          }}
        >
          Undo the changes
        </Button>
        <Button onClick={blocker.proceed}>Leave it for later</Button>
        <Button main onClick={() => void save().then(done => (done ? blocker.proceed() : blocker.reset()))}>
          Save
        </Button>
      </div>
    </Panel>
  )
}
