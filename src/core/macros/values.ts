// The values of macros in all languages: plain data only.

export type Value = number | Float | string | boolean | null | undefined | Value[] | { [key: string]: Value }

/** A number with a decimal point even if it is whole, such as `60.0` in a host's templates. */
export class Float {
  constructor(readonly value: number) {}
}

export const isText = (value: Value): value is string => typeof value === 'string'

/** Whether a value is a group of named values, such as `global` or `move.axes[0]`. */
export const isGroup = (value: Value): boolean =>
  typeof value === 'object' && value !== null && !Array.isArray(value) && !(value instanceof Float)

/** Writes a number for a machine: at most six decimals, whole numbers without any. */
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

/** An object whose members are looked up on demand; undefined members do not exist. */
export const membersOf = (lookUp: (name: string) => Value): Value =>
  new Proxy({} as Record<string, Value>, {
    getOwnPropertyDescriptor: (_, name) => {
      const value = lookUp(String(name))
      return value === undefined ? undefined : { value, configurable: true, enumerable: true, writable: false }
    },
    get: (_, name) => lookUp(String(name)),
  })

/** An own member of a value. Inherited members such as constructors and prototypes are never returned. */
export function own(thing: Value, name: string): Value {
  if (typeof thing !== 'object' || thing === null || !Object.hasOwn(thing, name)) return undefined
  const found = (thing as Record<string, unknown>)[name]
  return typeof found === 'function' ? undefined : (found as Value)
}
