// Requests to the server, with the types of its routes. A refusal is thrown as an error with a plain sentence.
import { type ClientResponse, hc, type InferRequestType } from 'hono/client'
import type { Job } from '../../core/model/job.ts'
import type { Material } from '../../core/model/material.ts'
import type { MacroFile, Printer } from '../../core/model/printer.ts'
import type { ArchiveDecision, Binned, Unreadable } from '../../core/model/stored.ts'
import type { TaughtCommand } from '../../core/model/taught.ts'
import type { Trial } from '../../core/model/trial.ts'
import type { Vocabulary } from '../../core/model/vocabulary.ts'
import type { Api } from '../../server/app.ts'
import { type Changed, changed } from './query-client.ts'

export type { ShelfPrinter, Use } from '../../core/model/stored.ts'

export type Saved<T> = { id: number; data: T }
export type Things = Awaited<ReturnType<typeof api.things>>
export type PlanShown = Awaited<ReturnType<typeof api.planCarry>>
export type MacroToCarry = Awaited<ReturnType<typeof api.macrosToCarry>>[number]
export type Change = PlanShown['passages'][number]['changes'][number]
export type Summary = Awaited<ReturnType<typeof api.summaries>>[string]

/** A request that failed, with the sentence to show. */
export class ApiError extends Error {
  constructor(
    message: string,
    readonly status: number,
    /** The part of the request that was refused; null if the whole request was. */
    readonly place: string | null = null,
  ) {
    super(message)
  }
}

const client = hc<Api>('/api')

/** The JSON body of a route. */
type Body<Route> = InferRequestType<Route> extends { json: infer T } ? T : never

/** Returns the response. Throws an error with the sentence to show if the request was refused or got no response. */
async function answer<T>(asked: Promise<ClientResponse<T, number, 'json'>>): Promise<T> {
  const response = await asked.catch(() => {
    throw new ApiError('The server does not answer. Is Warm Prelude still running? Your text stays in this browser.', 0)
  })
  if (response.ok) return response.json()
  const refusal: { error?: string; place?: string | null } = await new Response(response.body).json().catch(() => ({}))
  throw new ApiError(
    refusal.error ?? `The server refused this (${response.status}).`,
    response.status,
    refusal.place ?? null,
  )
}

/** Returns the response to a change, and fetches the queries that it affects again. */
async function change<T>(of: Changed | 'everything', asked: Promise<ClientResponse<T, number, 'json'>>): Promise<T> {
  const answered = await answer(asked)
  changed(of)
  return answered
}

/** The body of an import: the whole file, whatever its size. */
function formFor(file: File, decisions: Record<string, ArchiveDecision>) {
  const body = new FormData()
  body.set('file', file)
  body.set('decisions', JSON.stringify(decisions))
  return { init: { body } }
}

const at = (id: number | string) => ({ param: { id: String(id) } })
const inBin = ({ kind, id }: Binned) => ({ param: { kind, id: String(id) } })
const { carry, scripts, revisions, trials, refrains, archive, bin, materials, jobs, vocabularies, taught, printers } =
  client
const stored = ({ table, id }: Unreadable) => ({ param: { table, id: String(id) } })

export const api = {
  planCarry: (json: Body<typeof carry.plan.$post>) => answer(carry.plan.$post({ json })),
  macrosToCarry: (id: number) => answer(carry.macros[':id'].$get(at(id))),
  carriedAfter: (id: number) => answer(carry.after[':id'].$get(at(id))),
  placesInto: (json: Body<typeof carry.into.$post>) => answer(carry.into.$post({ json })),
  things: () => answer(client.things.$get()),
  shelf: () => answer(client.shelf.$get()),
  /**
   * Returns the known summaries of these scripts, and as many others as the server can calculate in the time of one
   * request.
   */
  summaries: (ids: number[]) => answer(client.shelf.summaries.$post({ json: { ids } })),
  script: (id: string) => answer(scripts[':id'].$get(at(id))),
  /** Returns those of these scripts that are on the shelf, in one request. */
  scripts: (ids: readonly number[]) => answer(scripts.$get({ query: { ids: ids.join() } })),
  add: (json: Body<typeof scripts.$post>) => change('scripts', scripts.$post({ json })),
  save: (id: number, json: Body<(typeof scripts)[':id']['$put']>) =>
    change('scripts', scripts[':id'].$put({ ...at(id), json })),
  rename: (id: number, name: string) => change('scripts', scripts[':id'].name.$put({ ...at(id), json: { name } })),
  bin: (id: number) => change('scripts', scripts[':id'].$delete(at(id))),
  setStock: (id: number, variantId: number, stock: boolean) =>
    change(
      'scripts',
      scripts[':id'].variants[':variant'].stock.$put({
        param: { id: String(id), variant: String(variantId) },
        json: { stock },
      }),
    ),
  story: (id: number | string) => answer(scripts[':id'].story.$get(at(id))),
  branch: (id: number, json: Body<(typeof scripts)[':id']['variants']['$post']>) =>
    change('scripts', scripts[':id'].variants.$post({ ...at(id), json })),
  renameVariant: (id: number, variantId: number, name: string) =>
    change(
      'scripts',
      scripts[':id'].variants[':variant'].name.$put({
        param: { id: String(id), variant: String(variantId) },
        json: { name },
      }),
    ),
  binVariant: (id: number, variantId: number) =>
    change(
      'scripts',
      scripts[':id'].variants[':variant'].$delete({ param: { id: String(id), variant: String(variantId) } }),
    ),
  use: (id: number, variantId: number, forNextPrint: boolean) =>
    change('scripts', scripts[':id'].use.$put({ ...at(id), json: { variantId, forNextPrint } })),
  revision: (id: number | string) => answer(revisions[':id'].$get(at(id))),
  addTrial: (revisionId: number, trial: Trial, picture: string | null) =>
    change('trials', revisions[':id'].trials.$post({ ...at(revisionId), json: { trial, picture } })),
  removeTrial: (id: number) => change('trials', trials[':id'].$delete(at(id))),
  refrains: () => answer(refrains.$get()),
  scriptsWith: (refrainId: number) => answer(refrains[':id'].scripts.$get(at(refrainId))),
  addRefrain: (json: Body<typeof refrains.$post>) => change('refrains', refrains.$post({ json })),
  rollOut: (id: number, json: Body<(typeof refrains)[':id']['$put']>) =>
    change('refrains', refrains[':id'].$put({ ...at(id), json })),
  removeRefrain: (id: number) => change('refrains', refrains[':id'].$delete(at(id))),
  binned: () => answer(bin.$get()),
  takeOut: (thing: Binned, name: string) =>
    change('everything', bin[':kind'][':id'].$put({ ...inBin(thing), json: { name } })),
  dropForGood: (thing: Binned) => change('everything', bin[':kind'][':id'].$delete(inBin(thing))),
  lookIntoArchive: (file: File) => answer(archive.look.$post({}, formFor(file, {}))),
  importArchive: (file: File, decisions: Record<string, ArchiveDecision>) =>
    change('everything', archive.import.$post({}, formFor(file, decisions))),
  emptyShelf: () => change('everything', archive.empty.$post()),
  backups: () => answer(archive.backups.$get()),
  restore: (file: string) => change('everything', archive.restore.$post({ json: { file } })),
  unreadable: () => answer(client.unreadable.$get()),
  restoreEarlier: (thing: Unreadable, earlier: number) =>
    change('everything', client.unreadable[':table'][':id'].$put({ ...stored(thing), json: { earlier } })),
  removeUnreadable: (thing: Unreadable) =>
    change('everything', client.unreadable[':table'][':id'].$delete(stored(thing))),
  search: (q: string) => answer(client.search.$get({ query: { q } })),
  addMaterial: (json: Material) => change('setups', materials.$post({ json })),
  changeMaterial: (id: number, json: Material) => change('setups', materials[':id'].$put({ ...at(id), json })),
  earlierMaterials: (id: number) => answer(materials[':id'].earlier.$get(at(id))),
  removeMaterial: (id: number) => change('setups', materials[':id'].$delete(at(id))),
  addJob: (json: Job) => change('setups', jobs.$post({ json })),
  changeJob: (id: number, json: Job) => change('setups', jobs[':id'].$put({ ...at(id), json })),
  earlierJobs: (id: number) => answer(jobs[':id'].earlier.$get(at(id))),
  removeJob: (id: number) => change('setups', jobs[':id'].$delete(at(id))),
  addVocabulary: (json: Vocabulary) => change('setups', vocabularies.$post({ json })),
  changeVocabulary: (id: number, json: Vocabulary) => change('setups', vocabularies[':id'].$put({ ...at(id), json })),
  earlierVocabularies: (id: number) => answer(vocabularies[':id'].earlier.$get(at(id))),
  removeVocabulary: (id: number) => change('setups', vocabularies[':id'].$delete(at(id))),
  uses: (name: string) => answer(client.uses[':name'].$get({ param: { name } })),
  teach: (json: TaughtCommand) => change('setups', taught.$put({ json })),
  forget: ({ family, name }: TaughtCommand) =>
    change('setups', taught[':family'][':name'].$delete({ param: { family, name } })),
  importTaught: (json: Body<typeof taught.file.$post>) => change('setups', taught.file.$post({ json })),
  addPrinter: (json: Printer) => change('printers', printers.$post({ json })),
  changePrinter: (id: number, json: Printer) => change('printers', printers[':id'].$put({ ...at(id), json })),
  earlierPrinters: (id: number) => answer(printers[':id'].earlier.$get(at(id))),
  removePrinter: (id: number) => change('printers', printers[':id'].$delete(at(id))),
  changeFirmware: (id: number, json: Body<(typeof printers)[':id']['other-firmware']['$put']>) =>
    change('printers', printers[':id']['other-firmware'].$put({ ...at(id), json })),
  setMacroFiles: (id: number, macroFiles: MacroFile[]) =>
    change('printers', printers[':id']['macro-files'].$put({ ...at(id), json: { macroFiles } })),
  setMacros: (id: number, macros: string) =>
    change('printers', printers[':id'].macros.$put({ ...at(id), json: { macros } })),
  setFirmware: (id: number, json: Printer['firmware']) =>
    change('printers', printers[':id'].firmware.$put({ ...at(id), json })),
}
