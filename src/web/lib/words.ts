// Texts that several pages share.

/** “today”, “yesterday”, “3 days ago”, or the date. `now` and `at` as ISO text. */
export function howLongAgo(at: string, now: Date): string {
  const then = new Date(at)
  const seconds = (now.getTime() - then.getTime()) / 1000
  if (seconds < 60) return 'just now'
  if (seconds < 3600) return `${Math.round(seconds / 60)} min ago`
  const day = (date: Date) => Math.floor((date.getTime() - date.getTimezoneOffset() * 60_000) / 86_400_000)
  const days = day(now) - day(then)
  if (days === 0) return 'today'
  if (days === 1) return 'yesterday'
  return days < 7
    ? `${days} days ago`
    : then.toLocaleDateString('en', { day: 'numeric', month: 'short', year: 'numeric' })
}

/** Joins numbers and their units by non-breaking spaces, so that no line breaks between them. */
export const unparted = (sentence: string): string =>
  sentence.replace(/(\d) (?=(?:°C|%|[ckmµ]?[gm][²³]?|m?s|min|h)(?![a-z]))/g, '$1\u00a0')
