// Reads a job from a print file, dropped or opened, in a worker, with progress and a button to stop.
import { proxy, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { Job } from '../../../core/model/job.ts'
import type { Material } from '../../../core/model/material.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { jobFrom } from '../../../core/printfile/job-reader.ts'
import type { PageTasks } from '../../../tasks/page-tasks.ts'
import { useDrop } from '../../lib/useDrop.ts'
import { Button } from '../../ui/Button.tsx'
import { FileButton } from '../../ui/FileButton.tsx'

type Props = {
  materials: readonly Material[]
  printer: Printer
  onJob: (job: Job, note: string | null) => void
}

const makeWorker = () => new Worker(new URL('../../../worker/tasks.worker.ts', import.meta.url), { type: 'module' })

export function FromFile({ materials, printer, onJob }: Props) {
  const [reading, setReading] = useState<{ name: string; share: number } | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const worker = useRef<Worker | null>(null)
  const stop = () => {
    worker.current?.terminate()
    worker.current = null
    setReading(null)
  }
  useEffect(() => () => worker.current?.terminate(), [])

  const take = async (file: File | undefined) => {
    if (!file) return
    stop()
    setProblem(null)
    setReading({ name: file.name, share: 0 })
    const mine = makeWorker()
    worker.current = mine
    const ended = new Promise<null>(resolve => mine.addEventListener('error', () => resolve(null)))
    const progress = proxy((share: number) => setReading({ name: file.name, share }))
    // The file may be gone by now, or not readable.
    const read = wrap<PageTasks>(mine)
      .readPrintFile(file, progress)
      .catch(() => null)
    const facts = await Promise.race([read, ended])
    if (worker.current !== mine) return
    stop()
    if (!facts) {
      setProblem(`“${file.name}” could not be read to its end. Open it once more.`)
      return
    }
    const job = jobFrom(facts, file.name.replace(/\.[^.]*$/, ''), materials, printer)
    if (typeof job === 'string') setProblem(`“${file.name}”: ${job}`)
    else onJob(job, facts.cut)
  }
  const { over, handlers } = useDrop(({ files }) => void take(files[0]))
  return (
    <section
      aria-label="A job from a print file"
      {...handlers}
      className={`mt-3 flex items-center gap-3 rounded-card border border-dashed border-heat px-4 py-2.5 ${over ? 'bg-heat-fill' : 'bg-raised'}`}
    >
      {reading ? (
        <>
          <p className="min-w-0 flex-1 truncate" role="status">
            Reading {reading.name}: {Math.round(reading.share * 100)} %
          </p>
          <Button small onClick={stop}>
            Stop
          </Button>
        </>
      ) : (
        <>
          <p className="min-w-0 flex-1 text-soft">
            {problem ? (
              <span role="alert" className="text-bad">
                {problem}
              </span>
            ) : (
              'Drop a print file here: its area, height, layers and temperatures become a job.'
            )}
          </p>
          <FileButton small label="A print file" onFile={file => void take(file)}>
            Open a print file
          </FileButton>
        </>
      )}
    </section>
  )
}
