// Links to files of the open script's printer on the Desk.

import { useDesk } from '../../state/desk.ts'
import { useShelf } from '../../state/queries.ts'

/** Returns the address of a line of a file; the config has no file name. Null if the printer has no such file. */
export function useFileLink(): (file: string | null, line: number | null) => string | null {
  const printerId = useDesk(({ open }) => open?.chosen.printerId)
  const files = useShelf().data?.printers.find(({ id }) => id === printerId)?.files ?? []
  return (file, line) => {
    const kept = files.find(each => each.file === (file ?? ''))
    return kept ? `/desk/${kept.id}${line === null ? '' : `?line=${line}`}` : null
  }
}
