// Messages as flags on the ribbon: messages whose flags would overlap share one.
import type { Message } from '../../../../core/machine/trace.ts'

/** The width of a flag, px. */
const flagPx = 14

type FlagMark = { left: number; messages: readonly [Message, ...Message[]] }

/** `left` is in px from the start of the ribbon. Each flag contains the messages up to the next flag that has room. */
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
