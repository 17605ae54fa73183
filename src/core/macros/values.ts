// What macros reckon with: plain data and nothing else, whichever language they are written in.

export type Value = number | Float | string | boolean | null | undefined | Value[] | { [key: string]: Value }

/** A number that has a point however whole it is, as `60.0` of a host's templates. */
export class Float {
  constructor(readonly value: number) {}
}

export const isText = (value: Value): value is string => typeof value === 'string'

/** Whether a value is a group of named values, such as `global` or `move.axes[0]`, and not a number, text or list. */
export const isGroup = (value: Value): boolean =>
  typeof value === 'object' && value !== null && !Array.isArray(value) && !(value instanceof Float)

/** Numbers as a machine takes them: no more than six decimals, whole ones without any. */
export function written(value: Value): string {
  if (value instanceof Float) return written(value.value)
  if (typeof value === 'number') return Number.isInteger(value) ? String(value) : String(Number(value.toFixed(6)))
  if (typeof value === 'boolean') return value ? 'True' : 'False'
  return value === undefined || value === null ? '' : isText(value) ? value : ''
}

export const truthy = (value: Value): boolean =>
  value instanceof Float
    ? value.value !== 0
    : Array.isArray(value)
      ? value.length > 0
      : typeof value === 'object' && value !== null
        ? true
        : Boolean(value)

export function numberFrom(value: Value, otherwise = 0): number {
  if (value instanceof Float) return numberFrom(value.value, otherwise)
  const number =
    typeof value === 'number' ? value : typeof value === 'boolean' ? Number(value) : Number.parseFloat(String(value))
  return Number.isFinite(number) ? number : otherwise
}

/** A thing whose members are looked up only when they are asked for; those that are undefined it does not have. */
export const membersOf = (lookUp: (name: string) => Value): Value =>
  new Proxy({} as Record<string, Value>, {
    getOwnPropertyDescriptor: (_, name) => {
      const value = lookUp(String(name))
      return value === undefined ? undefined : { value, configurable: true, enumerable: true, writable: false }
    },
    get: (_, name) => lookUp(String(name)),
  })

/** A thing's own member and nothing that it inherits: no constructors, no prototypes. */
export function own(thing: Value, name: string): Value {
  if (typeof thing !== 'object' || thing === null || !Object.hasOwn(thing, name)) return undefined
  const found = (thing as Record<string, unknown>)[name]
  return typeof found === 'function' ? undefined : (found as Value)
}
