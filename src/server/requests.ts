// What every route shares: bodies checked by a schema, refusals with a plain sentence and a place.
import type { Context, MiddlewareHandler, TypedResponse } from 'hono'
import * as v from 'valibot'
import { pathOfIssue, sentenceOf } from '../core/model/issues.ts'

/** What a request that changes something waits for before it does so; set by the application. */
export type Waiting = { Variables: { mayChange?: () => Promise<void> } }

/** A refusal that reaches the caller as JSON `{ error, place }` with this status. */
export class Refused extends Error {
  constructor(
    readonly status: 400 | 404 | 409 | 413 | 415 | 507,
    message: string,
    readonly place: string | null = null,
  ) {
    super(message)
  }
}

/** JSON, and what programs call it that were not told what they send. */
const takenTypes = /^(?:application\/(?:json|x-www-form-urlencoded)|text\/plain)\b/

/**
 * Before a route whose JSON body fits a schema; refuses any other. The route has it as `context.req.valid('json')`, and whoever
 * asks through the client is held to it by the compiler.
 */
export const takes =
  <S extends v.GenericSchema>(
    schema: S,
  ): MiddlewareHandler<Waiting, string, { in: { json: v.InferInput<S> }; out: { json: v.InferOutput<S> } }> =>
  async (context, next) => {
    context.req.addValidatedData('json', (await bodyOf(context, schema)) as object)
    // The body may have taken its time, and an import may have begun meanwhile.
    await context.get('mayChange')?.()
    await next()
  }

/** An answer that is the same for many requests, written out once. */
export type Written<T> = { json: string; says: T }
export const written = <T>(says: T): Written<T> => ({ json: JSON.stringify(says), says })

/** Sends what was written before; whoever asks through the client has the type of what it says. */
export const sent = <T>(context: Context, { json }: Written<T>): Response & TypedResponse<T, 200, 'json'> =>
  // The text is JSON of a T, which the compiler can't see.
  context.newResponse(json, 200, { 'content-type': 'application/json' }) as Response & TypedResponse<T, 200, 'json'>

/** The request's JSON body through a schema; refuses anything else. */
async function bodyOf<S extends v.GenericSchema>(context: Context, schema: S): Promise<v.InferOutput<S>> {
  const type = context.req.header('content-type')?.toLowerCase()
  if (type && !takenTypes.test(type))
    throw new Refused(415, 'The body of this request is JSON (application/json), and was sent as something else.')
  let json: unknown
  try {
    json = await context.req.json()
  } catch (error) {
    if ((error as Error).name === 'BodyLimitError') throw new Refused(413, tooLarge)
    throw new Refused(400, 'The request’s body is not JSON.')
  }
  const parsed = checked(schema, json)
  if (parsed.success) return parsed.output
  throw new Refused(
    400,
    `The request does not fit: ${sentenceOf(parsed.issues)}`,
    pathOfIssue(parsed.issues[0]) || null,
  )
}

/** Lists and things in each other, deeper than a schema can follow, are refused like any other flaw. */
function checked<S extends v.GenericSchema>(schema: S, json: unknown) {
  try {
    return v.safeParse(schema, json, { abortEarly: true })
  } catch (error) {
    if (error instanceof RangeError) throw new Refused(400, 'The request does not fit: it is too deep.')
    throw error
  }
}

export const largestBody = 32 * 1024 * 1024
export const tooLarge = 'That is more than 32 MB, which is the most this takes.'

/** A shelf with years of revisions and pictures in it. */
export const largestShelf = 1024 * 1024 * 1024
export const shelfTooLarge = 'That file is larger than 1 GB, which is the most this takes.'

/** What is wrong with the disk, in a sentence; null for an error of another kind. The database is then as it was before. */
export function storageTrouble(error: unknown): string | null {
  const { code } = error as { code?: string }
  if (code === 'SQLITE_FULL' || code === 'ENOSPC')
    return 'The disk is full. Nothing was changed; what you wrote is kept in this browser. Make room and save again.'
  if (code?.startsWith('SQLITE_READONLY') || code === 'EROFS' || code === 'EACCES')
    return 'The database can’t be written to: its file or folder is read-only. Nothing was changed; what you wrote is kept in this browser.'
  if (code?.startsWith('SQLITE_IOERR'))
    return 'The disk can’t be read or written just now. Nothing was changed; what you wrote is kept in this browser.'
  return null
}
