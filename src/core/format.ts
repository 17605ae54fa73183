// Turns millimetres, seconds, degrees and money into text for people. No other module formats numbers.

/** A number with at most `digits` decimals and no trailing zeros; minus zero is zero. */
export function plain(value: number, digits = 2): string {
  if (Number.isSafeInteger(value)) return String(value)
  const text = value.toFixed(digits)
  if (!text.includes('.')) return text === '-0' ? '0' : text
  let end = text.length
  while (text[end - 1] === '0') end--
  const trimmed = text.slice(0, text[end - 1] === '.' ? end - 1 : end)
  return trimmed === '-0' ? '0' : trimmed
}

export const mm = (value: number, digits = 2): string => `${plain(value, digits)} mm`
export const celsius = (value: number): string => `${plain(value, 0)} °C`
export const speed = (mmPerSecond: number): string => `${plain(mmPerSecond, mmPerSecond < 10 ? 1 : 0)} mm/s`
export const area = (mm2: number): string => `${plain(mm2, 2)} mm²`

/** 0.4 → “0.4 s”, 58 → “58 s”, 262 → “4 min 22 s”, 3720 → “1 h 2 min”. */
export function duration(seconds: number): string {
  if (seconds < 9.95) return `${plain(seconds, 1)} s`
  const whole = Math.round(seconds)
  if (whole < 60) return `${whole} s`
  if (whole < 3600) return whole % 60 ? `${Math.floor(whole / 60)} min ${whole % 60} s` : `${whole / 60} min`
  const minutes = Math.round(whole / 60)
  return minutes % 60 ? `${Math.floor(minutes / 60)} h ${minutes % 60} min` : `${minutes / 60} h`
}

/** A point in time on the ribbon: 241 → “4:01”. */
export function clock(seconds: number): string {
  const whole = Math.round(seconds)
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}

/** “X”, “X and Y”, “X, Y and Z”. */
export const listed = (items: readonly string[]): string =>
  items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`

export const plural = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`

/** Sentence for a word of a command whose value is unknown. */
export const leavesWordOut = 'This rehearsal leaves out the word that it is part of.'
