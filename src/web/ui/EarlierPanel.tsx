// Earlier states of a printer, material or job, each with its differences from now and a button that restores it.
import { useQuery } from '@tanstack/react-query'
import { thingChanges } from '../../core/compare/thing-changes.ts'
import type { Earlier } from '../../core/model/stored.ts'
import { howLongAgo } from '../lib/words.ts'
import { Button } from './Button.tsx'
import { Panel } from './Panel.tsx'
import { Pending } from './Pending.tsx'

type Props<T> = {
  /** The name of the item, and a label for the list. */
  name: string
  listOf: string
  now: T
  fetch: () => Promise<Earlier<T>[]>
  /** The label of a field, by its path. */
  labelOf?: (path: string) => string
  /** Puts an earlier state into the form as an unsaved change. */
  onTake: (earlier: T) => void
  onClose: () => void
}

/** Limit of the differences shown; the others are counted. */
const max = 8

export function EarlierPanel<T>({ name, listOf, now, fetch, labelOf = path => path, onTake, onClose }: Props<T>) {
  const asked = useQuery({ queryKey: ['earlier', listOf], queryFn: fetch })
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title={`Earlier: ${name}`}
      about="What it was before each change, the last fifty. Restoring one fills the form; nothing is saved until you save."
    >
      {!asked.data && <Pending on={[asked]} what="what it was" />}
      {asked.data?.length === 0 && <p>It has not been changed since it was made.</p>}
      <ul>
        {asked.data?.map(({ id, changedAt, data }) => {
          const changes = thingChanges(data, now)
          return (
            <li key={id} className="flex items-start gap-3 border-t border-rule py-2">
              <div className="min-w-0 flex-1">
                <p className="font-semibold">As it was made {howLongAgo(changedAt, new Date())}</p>
                <ul className="text-control">
                  {changes.slice(0, max).map(({ path, before, after }) => (
                    <li key={path}>
                      <span className="text-soft">{labelOf(path)}:</span> {before ?? 'nothing'}{' '}
                      <span className="text-soft">now</span> {after ?? 'nothing'}
                    </li>
                  ))}
                  {changes.length > max && <li className="text-soft">and {changes.length - max} more</li>}
                  {changes.length === 0 && <li className="text-soft">the same as now</li>}
                </ul>
              </div>
              <Button
                small
                disabled={changes.length === 0}
                onClick={() => {
                  onTake(data)
                  onClose()
                }}
              >
                Restore it
              </Button>
            </li>
          )
        })}
      </ul>
    </Panel>
  )
}
