// Accepts files that are dropped anywhere: a script opens on the Desk, and a printer is learned from files that
// describe a machine. Elements that accept files themselves are marked `data-takes-files`.
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { useLatest } from '../lib/useLatest.ts'
import { beginFromFiles } from '../state/begin.ts'
import { Notice } from './Notice.tsx'

/** The time for which a refusal is shown, ms. */
const shownMs = 8000

/**
 * Whether dropped files are accepted here. They are not while a dialog is open, nor over an element that accepts files
 * itself.
 */
function fateOf({ dataTransfer, target }: DragEvent): 'taken' | 'left' | 'not ours' {
  const over = target instanceof Element ? target : null
  if (!dataTransfer?.types.includes('Files') || over?.closest('[data-takes-files]')) return 'not ours'
  return over?.closest('[role=dialog]') ? 'left' : 'taken'
}

export function DropAnywhere() {
  const navigate = useNavigate()
  const [over, setOver] = useState(false)
  const [problem, setProblem] = useState<string | null>(null)
  const take = useLatest(async (files: readonly File[]) => {
    const { address, why } = await beginFromFiles(files)
    if (why === null) return navigate(address)
    setProblem(why)
    setTimeout(() => setProblem(null), shownMs)
  })
  useEffect(() => {
    const onOver = (event: DragEvent) => {
      const fate = fateOf(event)
      setOver(fate === 'taken')
      if (fate === 'not ours') return
      // Otherwise the browser would show the file instead of the page.
      event.preventDefault()
      if (fate === 'left' && event.dataTransfer) event.dataTransfer.dropEffect = 'none'
    }
    const onLeave = (event: DragEvent) => event.relatedTarget === null && setOver(false)
    const onDrop = (event: DragEvent) => {
      setOver(false)
      const fate = fateOf(event)
      const files = [...(event.dataTransfer?.files ?? [])]
      if (files.length === 0 || fate === 'not ours') return
      // Otherwise the editor would insert the file into the script.
      event.preventDefault()
      event.stopPropagation()
      if (fate === 'taken') void take.current(files)
    }
    addEventListener('dragover', onOver, { capture: true })
    addEventListener('dragleave', onLeave, { capture: true })
    addEventListener('drop', onDrop, { capture: true })
    return () => {
      removeEventListener('dragover', onOver, { capture: true })
      removeEventListener('dragleave', onLeave, { capture: true })
      removeEventListener('drop', onDrop, { capture: true })
    }
  }, [take])
  return (
    <>
      {over && (
        <p
          aria-hidden
          className="pointer-events-none fixed inset-3 z-50 grid place-content-center rounded-card border-2 border-dashed border-heat bg-paper/80 font-serif text-heading font-semibold"
        >
          Drop the file to open it on the Desk
        </p>
      )}
      {problem && (
        <div className="fixed right-6 bottom-14 z-50 max-w-md">
          <Notice>{problem}</Notice>
        </div>
      )}
    </>
  )
}
