// Shared by all routes: request bodies validated by a schema, refusals with a plain sentence and a path.
import type { Context, MiddlewareHandler, TypedResponse } from 'hono'
import * as v from 'valibot'
import { pathOfIssue, sentenceOf } from '../core/model/issues.ts'

/** Set by the application: a request that changes something awaits this before it does. */
export type Waiting = { Variables: { mayChange?: () => Promise<void> } }

/** A refusal, sent as JSON `{ error, place }` with this status. */
export class Refused extends Error {
  constructor(
    readonly status: 400 | 404 | 409 | 413 | 415 | 507,
    message: string,
    readonly place: string | null = null,
  ) {
    super(message)
  }
}

/** JSON, and the types of programs that do not set one. */
const takenTypes = /^(?:application\/(?:json|x-www-form-urlencoded)|text\/plain)\b/

/**
 * Middleware that validates the JSON body by a schema and refuses any other. The route reads it with
 * `context.req.valid('json')`, and typed clients are checked by the compiler.
 */
export const takes =
  <S extends v.GenericSchema>(
    schema: S,
  ): MiddlewareHandler<Waiting, string, { in: { json: v.InferInput<S> }; out: { json: v.InferOutput<S> } }> =>
  async (context, next) => {
    context.req.addValidatedData('json', (await bodyOf(context, schema)) as object)
    // An import may have started while the body was arriving.
    await context.get('mayChange')?.()
    await next()
  }

/** A response that many requests share, serialised once. `type` is never set: it only carries the type of the content. */
export type Written<T> = { json: string; type?: T }
export const written = <T>(content: T): Written<T> => ({ json: JSON.stringify(content) })

/** Sends a serialised response; typed clients know its type. */
export const sent = <T>(context: Context, { json }: Written<T>): Response & TypedResponse<T, 200, 'json'> =>
  // The text is JSON of a T, which the compiler can't see.
  context.newResponse(json, 200, { 'content-type': 'application/json' }) as Response & TypedResponse<T, 200, 'json'>

/** Reads the request's JSON body through a schema. */
async function bodyOf<S extends v.GenericSchema>(context: Context, schema: S): Promise<v.InferOutput<S>> {
  const type = context.req.header('content-type')?.toLowerCase()
  if (type && !takenTypes.test(type))
    throw new Refused(415, 'The body of this request must be JSON (application/json).')
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

/** Data nested too deeply for the schema is refused like any other fault. */
function checked<S extends v.GenericSchema>(schema: S, json: unknown) {
  try {
    return v.safeParse(schema, json, { abortEarly: true })
  } catch (error) {
    if (error instanceof RangeError) throw new Refused(400, 'The request does not fit: it is nested too deeply.')
    throw error
  }
}

export const largestBody = 32 * 1024 * 1024
export const tooLarge = 'That is more than 32 MB, the limit for a request.'

/** Enough for years of revisions with pictures. */
export const largestShelf = 1024 * 1024 * 1024
export const shelfTooLarge = 'That file is larger than 1 GB, the limit for a shelf.'

/** A sentence for a storage error; null for other errors. The database is unchanged. */
export function storageTrouble(error: unknown): string | null {
  const { code } = error as { code?: string }
  if (code === 'SQLITE_FULL' || code === 'ENOSPC')
    return 'The disk is full. Nothing was changed; what you wrote is kept in this browser. Free some space and save again.'
  if (code?.startsWith('SQLITE_READONLY') || code === 'EROFS' || code === 'EACCES')
    return 'The database can’t be written to: its file or folder is read-only. Nothing was changed; what you wrote is kept in this browser.'
  if (code?.startsWith('SQLITE_IOERR'))
    return 'The disk can’t be read or written at the moment. Nothing was changed; what you wrote is kept in this browser.'
  return null
}
