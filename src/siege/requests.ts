// Random requests: every path, with wrong numbers, methods and bodies.
import type { Hono } from 'hono'
import { type Chance, oneOf } from './texts.ts'

export type Door = { path: string; methods: string[] }

/** The paths of the API with their parameters as `:id`, and their inputs. */
export function doorsOf(app: Hono): Door[] {
  const doors = new Map<string, string[]>()
  for (const { path, method } of app.routes)
    if (path.startsWith('/api/') && !path.includes('*') && method !== 'ALL')
      doors.set(path, [...(doors.get(path) ?? []), method])
  return [...doors].map(([path, methods]) => ({ path, methods }))
}

const odd = ['1', '2', '0', '-1', 'abc', '99999999999999999999', '%00', '%ff', '1.5', 'NaN', '..%2f..', "1'--", '🦆']
const values: readonly unknown[] = [
  null,
  true,
  1,
  -1,
  1.5,
  1e308,
  '',
  'x',
  'G28\n',
  [],
  {},
  [1, [2]],
  '\ud800',
  '\u0000',
  { name: 'x' },
  'start',
  'x'.repeat(5000),
]
const keys =
  'name printerId moment text note base variant variantId ids printer job material file scripts id trial picture macros macroFiles __proto__ constructor with from data commands materials tools'.split(
    ' ',
  )

export type Made = { path: string; method: string; body: string | undefined }

/** One request; never the one that empties the shelf, which would leave nothing to attack. */
export function madeRequest(chance: Chance, doors: readonly Door[]): Made {
  const door = oneOf(
    chance,
    doors.filter(({ path }) => !path.endsWith('/empty')),
  )
  const path = door.path.replace(/:\w+/g, () => oneOf(chance, odd))
  const method = oneOf(chance, chance() < 0.9 ? door.methods : ['GET', 'POST', 'PUT', 'DELETE', 'PATCH'])
  const made = () => Object.fromEntries(keys.filter(() => chance() < 0.4).map(key => [key, oneOf(chance, values)]))
  const body =
    method === 'GET'
      ? undefined
      : chance() < 0.1
        ? '{"open'
        : JSON.stringify(chance() < 0.1 ? oneOf(chance, values) : made())
  return { path, method, body }
}
