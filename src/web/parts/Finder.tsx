// One field for everything: go to a place, do something, or find a script, a line, a note, a trial. Ctrl K opens it.
import { Search } from 'lucide-react'
import { lazy, Suspense, useCallback, useEffect, useRef, useState } from 'react'

const load = () => import('./FinderDialog.tsx')
// It knows all that can be done, and brings much of the application along.
const FinderDialog = lazy(load)

export function Finder() {
  const [open, setOpen] = useState(false)
  const [wanted, setWanted] = useState(false)
  const [ready, setReady] = useState(false)
  /** What was typed before it could be shown: it is meant for it, and not for the page. */
  const early = useRef('')
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
    if (!open || ready) return
    setWanted(true)
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey) return
      event.preventDefault()
      event.stopPropagation()
      if (event.key === 'Escape') setOpen(false)
      else if (event.key === 'Backspace') early.current = early.current.slice(0, -1)
      else if (event.key.length === 1) early.current += event.key
    }
    addEventListener('keydown', onKey, { capture: true })
    return () => removeEventListener('keydown', onKey, { capture: true })
  }, [open, ready])
  const onReady = useCallback(() => setReady(true), [])
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        onPointerEnter={() => void load()}
        className="ml-auto flex items-center gap-2 rounded-button border border-rule bg-raised px-3 py-1 text-[14px] text-soft hover:border-soft hover:text-ink"
      >
        <Search size={15} aria-hidden /> Find
        <kbd className="font-mono text-[12px] max-[899px]:hidden">Ctrl K</kbd>
      </button>
      {wanted && (
        <Suspense fallback={null}>
          <FinderDialog open={open} typed={early} onReady={onReady} onOpenChange={setOpen} />
        </Suspense>
      )}
    </>
  )
}
