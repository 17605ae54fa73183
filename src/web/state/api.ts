// What the screens ask of the server. A refusal comes back as a plain sentence.
import type { Severity } from '../../core/check/finding.ts'
import type { Job } from '../../core/model/job.ts'
import type {
  ArchiveDecision,
  ArchiveItem,
  Backup,
  Binned,
  Hit,
  KeptRefrain,
  Revision,
  SavedScript,
  ScriptHead,
  Story,
} from '../../core/model/kept.ts'
import type { Material } from '../../core/model/material.ts'
import type { MacroFile, Printer } from '../../core/model/printer.ts'
import type { Moment } from '../../core/model/script.ts'
import type { TaughtCommand } from '../../core/model/taught.ts'
import type { Trial } from '../../core/model/trial.ts'
import type { Vocabulary } from '../../core/model/vocabulary.ts'

export type Kept<T> = { id: number; data: T }
export type Things = {
  printers: Kept<Printer>[]
  materials: Kept<Material>[]
  jobs: Kept<Job>[]
  vocabularies: Kept<Vocabulary>[]
  taught: TaughtCommand[]
}

export type Use = { scriptId: number; script: string; line: number; text: string; commentedOut: boolean }

export type Summary = {
  /** Other jobs that the script would go wrong for. */
  failsFor: string[]
  durationS: number
  massG: number
  probes: boolean
  findings: { rule: string; severity: Severity; line: number; message: string }[]
  strokes: [number, number][][]
}
/** `serious` counts findings that are more than advice; null where the script was not rehearsed since something changed. */
/** `example` is what came with the application. */
export type ShelfPrinter = {
  id: number
  printer: Printer
  example: boolean
  scripts: (ScriptHead & { serious: number | null })[]
}

/** A request that failed, with the sentence to show. */
export class ApiError extends Error {
  constructor(
    message: string,
    readonly status: number,
    /** The part of the request that was refused; null where it was all of it. */
    readonly place: string | null = null,
  ) {
    super(message)
  }
}

async function ask<T>(path: string, method = 'GET', body?: unknown): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      ...sent(body),
    })
  } catch {
    throw new ApiError(
      'The server does not answer. Is Warm Prelude still running? What you wrote is kept in this browser.',
      0,
    )
  }
  const json = await response.json().catch(() => null)
  if (!response.ok)
    throw new ApiError(json?.error ?? `The server refused this (${response.status}).`, response.status, json?.place)
  return json as T
}

/** A shelf's file as it is sent: whole, whatever its size. */
function formFor(file: File, decisions: Record<string, ArchiveDecision>): FormData {
  const form = new FormData()
  form.set('file', file)
  form.set('decisions', JSON.stringify(decisions))
  return form
}

const sent = (body: unknown): RequestInit =>
  body === undefined
    ? {}
    : body instanceof FormData
      ? { body }
      : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }

export const api = {
  things: () => ask<Things>('/things'),
  shelf: () => ask<{ printers: ShelfPrinter[] }>('/shelf'),
  /** What some scripts come to: those that are known, and as many others as an answer has time for. */
  summaries: (ids: readonly number[]) => ask<Record<string, Summary>>('/shelf/summaries', 'POST', { ids }),
  script: (id: string) => ask<SavedScript>(`/scripts/${id}`),
  add: (script: { name: string; printerId: number; moment: Moment; text: string; note: string; stock?: boolean }) =>
    ask<SavedScript>('/scripts', 'POST', script),
  save: (
    id: number,
    change: {
      printerId: number
      moment: Moment
      text: string
      note: string
      base: number
      variant: number
      identity: string
    },
  ) => ask<SavedScript>(`/scripts/${id}`, 'PUT', change),
  rename: (id: number, name: string) => ask<SavedScript>(`/scripts/${id}/name`, 'PUT', { name }),
  bin: (id: number) => ask<{ id: number }>(`/scripts/${id}`, 'DELETE'),
  story: (id: number | string) => ask<Story>(`/scripts/${id}/story`),
  branch: (id: number, variant: { name: string; text: string; note: string; bornOf: number | null }) =>
    ask<SavedScript>(`/scripts/${id}/variants`, 'POST', variant),
  renameVariant: (id: number, variantId: number, name: string) =>
    ask<SavedScript>(`/scripts/${id}/variants/${variantId}/name`, 'PUT', { name }),
  use: (id: number, variantId: number, forNextPrint: boolean) =>
    ask<SavedScript>(`/scripts/${id}/use`, 'PUT', { variantId, forNextPrint }),
  revision: (id: number | string) =>
    ask<Revision & { scriptId: number; script: string; variant: string; printerId: number; moment: Moment }>(
      `/revisions/${id}`,
    ),
  addTrial: (revisionId: number, trial: Trial, picture: string | null) =>
    ask<{ id: number }>(`/revisions/${revisionId}/trials`, 'POST', { trial, picture }),
  removeTrial: (id: number) => ask<{ id: number }>(`/trials/${id}`, 'DELETE'),
  refrains: () => ask<KeptRefrain[]>('/refrains'),
  scriptsWith: (refrainId: number) => ask<SavedScript[]>(`/refrains/${refrainId}/scripts`),
  addRefrain: (refrain: { name: string; text: string; note: string }) => ask<KeptRefrain>('/refrains', 'POST', refrain),
  rollOut: (
    id: number,
    change: {
      base: number
      text: string | null
      note: string
      scripts: { id: number; variant: number; base: number; text: string }[]
    },
  ) => ask<KeptRefrain>(`/refrains/${id}`, 'PUT', change),
  removeRefrain: (id: number) => ask<{ id: number }>(`/refrains/${id}`, 'DELETE'),
  binned: () => ask<{ days: number; scripts: Binned[] }>('/bin'),
  takeOut: (id: number, name: string) => ask<SavedScript>(`/bin/${id}`, 'PUT', { name }),
  dropForGood: (id: number) => ask<{ id: number }>(`/bin/${id}`, 'DELETE'),
  lookIntoArchive: (file: File) => ask<ArchiveItem[]>('/archive/look', 'POST', formFor(file, {})),
  bringArchive: (file: File, decisions: Record<string, ArchiveDecision>) =>
    ask<{ backup: Backup }>('/archive/bring', 'POST', formFor(file, decisions)),
  emptyShelf: () => ask<{ backup: Backup }>('/archive/empty', 'POST'),
  backups: () => ask<Backup[]>('/archive/backups'),
  restore: (file: string) => ask<{ backup: Backup }>('/archive/restore', 'POST', { file }),
  search: (words: string) => ask<Hit[]>(`/search?q=${encodeURIComponent(words)}`),
  addMaterial: (material: Material) => ask<Kept<Material>>('/materials', 'POST', material),
  changeMaterial: (id: number, material: Material) => ask<Kept<Material>>(`/materials/${id}`, 'PUT', material),
  removeMaterial: (id: number) => ask<{ id: number }>(`/materials/${id}`, 'DELETE'),
  addJob: (job: Job) => ask<Kept<Job>>('/jobs', 'POST', job),
  changeJob: (id: number, job: Job) => ask<Kept<Job>>(`/jobs/${id}`, 'PUT', job),
  removeJob: (id: number) => ask<{ id: number }>(`/jobs/${id}`, 'DELETE'),
  addVocabulary: (vocabulary: Vocabulary) => ask<Kept<Vocabulary>>('/vocabularies', 'POST', vocabulary),
  changeVocabulary: (id: number, vocabulary: Vocabulary) =>
    ask<Kept<Vocabulary>>(`/vocabularies/${id}`, 'PUT', vocabulary),
  removeVocabulary: (id: number) => ask<{ id: number }>(`/vocabularies/${id}`, 'DELETE'),
  uses: (name: string) => ask<Use[]>(`/uses/${encodeURIComponent(name)}`),
  teach: (command: TaughtCommand) => ask<TaughtCommand[]>('/taught', 'PUT', command),
  forget: ({ family, name }: TaughtCommand) =>
    ask<TaughtCommand[]>(`/taught/${family}/${encodeURIComponent(name)}`, 'DELETE'),
  bringTaught: (file: unknown) => ask<TaughtCommand[]>('/taught/file', 'POST', file),
  addPrinter: (printer: Printer) => ask<Kept<Printer>>('/printers', 'POST', printer),
  changePrinter: (id: number, printer: Printer) => ask<Kept<Printer>>(`/printers/${id}`, 'PUT', printer),
  removePrinter: (id: number) => ask<{ id: number }>(`/printers/${id}`, 'DELETE'),
  setMacroFiles: (id: number, macroFiles: readonly MacroFile[]) =>
    ask<Kept<Printer>>(`/printers/${id}/macro-files`, 'PUT', { macroFiles }),
  setMacros: (id: number, macros: string) => ask<Kept<Printer>>(`/printers/${id}/macros`, 'PUT', { macros }),
  setFirmware: (id: number, firmware: Printer['firmware']) =>
    ask<Kept<Printer>>(`/printers/${id}/firmware`, 'PUT', firmware),
}
