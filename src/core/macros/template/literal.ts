// A list, tuple or dictionary as a config writes it for a variable.
import { Float, type Value } from '../values.ts'
import { Renderer } from './render.ts'
import type { Item } from './values.ts'

/** The value as plain data; undefined where it can’t be read. */
export function literalIn(text: string): Value | undefined {
  const found = Renderer.worth(text)
  return found === undefined ? undefined : plainOf(found)
}

function plainOf(item: Item): Value {
  if (item instanceof Float) return item.value
  if (Array.isArray(item)) return item.map(plainOf)
  if (item instanceof Map) return Object.fromEntries([...item].map(([key, value]) => [key, plainOf(value)]))
  return item as Value
}
