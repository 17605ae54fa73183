// The finder: one field that opens a page, runs an action, or finds a script, a line, a note or a trial. Ctrl K opens
// it.
import { Search } from 'lucide-react'
import { lazy, Suspense, useEffect, useRef, useState } from 'react'
import { useClosedByEscape } from '../lib/escape.ts'

const load = () => import('./FinderDialog.tsx')
// Loaded when it is first opened, because it imports a large part of the application.
const FinderDialog = lazy(load)

export function Finder() {
  const [open, setOpen] = useState(false)
  const [wanted, setWanted] = useState(false)
  /** Keys that were typed before the finder's field got the focus: they belong to the finder. */
  const early = useRef('')
  useClosedByEscape(open, () => setOpen(false))
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Control' || event.key === 'Meta') void load()
      if (event.key.toLowerCase() !== 'k' || !(event.ctrlKey || event.metaKey)) return
      event.preventDefault()
      setOpen(now => !now)
    }
    addEventListener('keydown', onKey, { capture: true })
    return () => removeEventListener('keydown', onKey, { capture: true })
  }, [])
  useEffect(() => {
    if (!open) return
    setWanted(true)
    early.current = ''
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || (event.target as Element).closest('[cmdk-root]')) return
      event.preventDefault()
      event.stopPropagation()
      if (event.key === 'Backspace') early.current = early.current.slice(0, -1)
      else if (event.key.length === 1) early.current += event.key
    }
    addEventListener('keydown', onKey, { capture: true })
    return () => removeEventListener('keydown', onKey, { capture: true })
  }, [open])
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        onPointerEnter={() => void load()}
        className="ml-auto flex items-center gap-2 rounded-button border border-rule bg-raised px-3 py-1 text-control text-soft hover:border-soft hover:text-ink"
      >
        <Search size={15} aria-hidden /> Find
        <kbd className="font-mono text-small max-tablet:hidden">Ctrl K</kbd>
      </button>
      {wanted && (
        <Suspense fallback={null}>
          <FinderDialog open={open} typed={early} onOpenChange={setOpen} />
        </Suspense>
      )}
    </>
  )
}
