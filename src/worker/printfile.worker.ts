// Reads a print file in a worker, piece by piece, so that neither its size nor its length matters to the screen.
import { expose } from 'comlink'
import { JobReader, type PrintFacts } from '../core/printfile/job-reader.ts'

async function readJob(file: File, progress: (share: number) => void): Promise<PrintFacts> {
  const reader = new JobReader()
  const decoder = new TextDecoder()
  let done = 0
  const pieces = file.stream().getReader()
  for (let piece = await pieces.read(); !piece.done; piece = await pieces.read()) {
    reader.take(decoder.decode(piece.value, { stream: true }))
    done += piece.value.length
    progress(done / file.size)
  }
  reader.take(decoder.decode())
  return reader.facts()
}

const printfile = { readJob }
export type PrintfileWorker = typeof printfile
expose(printfile)
