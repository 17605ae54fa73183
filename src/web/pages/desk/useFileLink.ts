// Where a file of the open script's printer is open on the Desk.

import { useDesk } from '../../state/desk.ts'
import { useShelf } from '../../state/queries.ts'

/** The address of a file's line, the config itself without a name; null where the printer keeps no such file. */
export function useFileLink(): (file: string | null, line: number | null) => string | null {
  const printerId = useDesk(({ open }) => open?.chosen.printerId)
  const files = useShelf().data?.printers.find(({ id }) => id === printerId)?.files ?? []
  return (file, line) => {
    const kept = files.find(each => each.file === (file ?? ''))
    return kept ? `/desk/${kept.id}${line === null ? '' : `?line=${line}`}` : null
  }
}
