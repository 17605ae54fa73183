// A script file that is dropped anywhere opens on the Desk, and what tells of a machine is learned from; places that take files of their own are marked `data-takes-files`.
import { useEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { beginFromFiles } from '../state/begin.ts'
import { Notice } from './Notice.tsx'

/** How long a refusal is shown, ms. */
const shownMs = 8000

const isForMe = (event: DragEvent): boolean =>
  event.dataTransfer?.types.includes('Files') === true &&
  !(event.target instanceof Element && event.target.closest('[data-takes-files], [role="dialog"]'))

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
      setOver(isForMe(event))
      if (isForMe(event)) event.preventDefault()
    }
    const onLeave = (event: DragEvent) => event.relatedTarget === null && setOver(false)
    const onDrop = (event: DragEvent) => {
      setOver(false)
      const files = [...(event.dataTransfer?.files ?? [])]
      if (files.length === 0 || !isForMe(event)) return
      // The editor would write the file into the script.
      event.preventDefault()
      event.stopPropagation()
      void take.current(files)
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
