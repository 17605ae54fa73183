// Messages as flags on the ribbon: those that would lie over each other share one.
import type { Message } from '../../../../core/machine/trace.ts'

/** A flag is so wide, px. */
const flagPx = 14

type FlagMark = { left: number; messages: readonly [Message, ...Message[]] }

/** `left` in px from the ribbon's beginning; each flag has the messages that come before there is room for the next. */
export function flagsOf(messages: readonly Message[], width: number, totalS: number): FlagMark[] {
  const flags: { left: number; messages: [Message, ...Message[]] }[] = []
  for (const message of messages) {
    const left = Math.max(0, Math.min(totalS > 0 ? (message.at / totalS) * width : 0, width - flagPx - 2))
    const last = flags.at(-1)
    if (last && left - last.left < flagPx) last.messages.push(message)
    else flags.push({ left, messages: [message] })
  }
  return flags
}
