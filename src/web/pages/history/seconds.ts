// Parses durations as people write them.

/** “4:22”, “1:04:22”, “4 min 22 s”, “262”, “262 s” in seconds; null for anything else. */
export function secondsIn(text: string): number | null {
  const bare = text.slice(0, 60).trim().toLowerCase()
  const parts = /^(?:(\d+):)?(\d+):(\d{1,2}(?:\.\d+)?)$/.exec(bare)
  if (parts) return Number(parts[1] ?? 0) * 3600 + Number(parts[2]) * 60 + Number(parts[3])
  let rest = bare
  let seconds = 0
  for (const [unit, worth] of [
    [/^(\d+(?:\.\d+)?)\s*h[a-z]*\s*/, 3600],
    [/^(\d+(?:\.\d+)?)\s*m[a-z]*\s*/, 60],
    [/^(\d+(?:\.\d+)?)\s*(?:s[a-z]*)?$/, 1],
  ] as const) {
    const found = unit.exec(rest)
    if (!found) continue
    seconds += Number(found[1]) * worth
    rest = rest.slice(found[0].length)
  }
  return rest === '' && seconds > 0 ? seconds : null
}
