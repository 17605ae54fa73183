// Times as people write them.

/** “4:22”, “1:04:22”, “4 min 22 s”, “262”, “262 s” in seconds; null for what is no time. */
export function secondsIn(text: string): number | null {
  const bare = text.trim().toLowerCase()
  const parts = /^(?:(\d+):)?(\d+):(\d{1,2}(?:\.\d+)?)$/.exec(bare)
  if (parts) return Number(parts[1] ?? 0) * 3600 + Number(parts[2]) * 60 + Number(parts[3])
  const words = /^(?:(\d+(?:\.\d+)?)\s*h\w*)?\s*(?:(\d+(?:\.\d+)?)\s*m\w*)?\s*(?:(\d+(?:\.\d+)?)\s*(?:s\w*)?)?$/.exec(
    bare,
  )
  if (!words || bare === '') return null
  const seconds = Number(words[1] ?? 0) * 3600 + Number(words[2] ?? 0) * 60 + Number(words[3] ?? 0)
  return seconds > 0 ? seconds : null
}
