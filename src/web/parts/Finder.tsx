// One field for everything: go to a place, do something, or find a script, a line, a note, a trial. Ctrl K opens it.
import { Search } from 'lucide-react'
import { lazy, Suspense, useEffect, useState } from 'react'

// It knows all that can be done, and brings much of the application along.
const FinderDialog = lazy(() => import('./FinderDialog.tsx'))

export function Finder() {
  const [open, setOpen] = useState(false)
  const [wanted, setWanted] = useState(false)
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 'k' || !(event.ctrlKey || event.metaKey)) return
      event.preventDefault()
      setOpen(now => !now)
    }
    addEventListener('keydown', onKey, { capture: true })
    return () => removeEventListener('keydown', onKey, { capture: true })
  }, [])
  useEffect(() => {
    if (open) setWanted(true)
  }, [open])
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="ml-auto flex items-center gap-2 rounded-button border border-rule bg-raised px-3 py-1 text-[14px] text-soft hover:border-soft hover:text-ink"
      >
        <Search size={15} aria-hidden /> Find
        <kbd className="font-mono text-[12px]">Ctrl K</kbd>
      </button>
      {wanted && (
        <Suspense fallback={null}>
          <FinderDialog open={open} onOpenChange={setOpen} />
        </Suspense>
      )}
    </>
  )
}
