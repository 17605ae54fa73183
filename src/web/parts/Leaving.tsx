// Before a page is left whose form has a change that is not saved: what happens with it is said, and chosen.
import { useEffect, useState } from 'react'
import { useLocation } from 'react-router'
import { way } from '../state/going.ts'
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
  const [proceed, setProceed] = useState<(() => void) | null>(null)
  const { pathname } = useLocation()
  useEffect(() => {
    if (!changed) return
    return way.hold(
      next => next.pathname !== pathname,
      take => setProceed(() => take),
    )
  }, [changed, pathname])
  if (!proceed) return null
  const stay = () => setProceed(null)
  const leave = () => {
    stay()
    proceed()
  }
  return (
    <Panel
      open
      title="Not saved yet"
      about={`What you changed of ${what} is not saved. It can wait here: it is kept in this browser until you come back.`}
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
