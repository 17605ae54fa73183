// Compares firmware versions.

/** Whether version `a` is earlier than `b`, number by number: 7.9 is before 7.10. */
export function isOlder(a: string, b: string): boolean {
  const [left, right] = [a, b].map(version => version.split('.').map(Number))
  for (let i = 0; i < Math.max(left?.length ?? 0, right?.length ?? 0); i++) {
    const difference = (left?.[i] ?? 0) - (right?.[i] ?? 0)
    if (difference !== 0) return difference < 0
  }
  return false
}
