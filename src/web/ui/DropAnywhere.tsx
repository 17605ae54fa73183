// A script file that is dropped anywhere opens on the Desk, and what tells of a machine is learned from; places that take files of their own are marked `data-takes-files`.
import { useEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { beginFromFiles } from '../state/begin.ts'
import { Notice } from './Notice.tsx'

/** How long a refusal is shown, ms. */
const shownMs = 8000

/** Files are taken here, or not at all where a dialog stands over the page; a place that takes files itself sees to its own. */
function fateOf({ dataTransfer, target }: DragEvent): 'taken' | 'left' | 'not ours' {
  const over = target instanceof Element ? target : null
  if (!dataTransfer?.types.includes('Files') || over?.closest('[data-takes-files]')) return 'not ours'
  return over?.closest('[role=dialog]') ? 'left' : 'taken'
}

export function DropAnywhere() {
  const navigate = useNavigate()
  const [over, setOver] = useState(false)
  const [problem, setProblem] = useState<string | null>(null)
  const take = useRef(async (_: readonly File[]) => {})
  take.current = async files => {
    const { address, why } = await beginFromFiles(files)
    if (why === null) return navigate(address)
    setProblem(why)
    setTimeout(() => setProblem(null), shownMs)
  }
  useEffect(() => {
    const onOver = (event: DragEvent) => {
      const fate = fateOf(event)
      setOver(fate === 'taken')
      if (fate === 'not ours') return
      // A browser would show the file in place of the page.
      event.preventDefault()
      if (fate === 'left' && event.dataTransfer) event.dataTransfer.dropEffect = 'none'
    }
    const onLeave = (event: DragEvent) => event.relatedTarget === null && setOver(false)
    const onDrop = (event: DragEvent) => {
      setOver(false)
      const fate = fateOf(event)
      const files = [...(event.dataTransfer?.files ?? [])]
      if (files.length === 0 || fate === 'not ours') return
      // The editor would write the file into the script.
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
  }, [])
  return (
    <>
      {over && (
        <p
          aria-hidden
          className="pointer-events-none fixed inset-3 z-50 grid place-content-center rounded-card border-2 border-dashed border-heat bg-paper/80 font-serif text-[22px] font-semibold"
        >
          Drop it to open it on the Desk
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
