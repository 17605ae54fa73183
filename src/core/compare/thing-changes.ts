// The differences between two states of a printer, material, job or vocabulary: each path with its old and new value.

export type ThingChange = {
  /** The path, such as `heaters.bed.highestC`. */
  path: string
  /** The old and the new value; null if there is none. */
  before: string | null
  after: string | null
}

/** Longer texts are described by their length. */
const longestShown = 40

const isPlain = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null

function shown(value: unknown): string | null {
  if (value === undefined || value === null) return null
  if (isPlain(value)) return JSON.stringify(value).slice(0, longestShown)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  const text = String(value)
  if (text.length <= longestShown && !text.includes('\n')) return text
  const lines = text.split('\n').length
  return lines === 1 ? `${text.slice(0, longestShown)}…` : `${lines} lines`
}

/** In the order of the data; empty if nothing differs. */
export function thingChanges(before: unknown, after: unknown, path = ''): ThingChange[] {
  if (JSON.stringify(before) === JSON.stringify(after)) return []
  if (!isPlain(before) || !isPlain(after)) return [{ path, before: shown(before), after: shown(after) }]
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])]
  return keys.flatMap(key => thingChanges(before[key], after[key], path ? `${path}.${key}` : key))
}
