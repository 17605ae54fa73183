// Finds unknown commands of a script: their lines, and what their comments and names suggest.
import { isUnknown } from '../effects/meant-by.ts'
import { type Command, commentOf, type Line } from '../gcode/line.ts'
import type { Stage } from '../machine/state.ts'
import type { TaughtCommand, TaughtEffect } from '../model/taught.ts'

/** An unknown command: its lines, the comments beside it, and the command to teach if they are right. */
export type Unknown = { name: string; lines: number[]; comment: string; proposed: TaughtCommand }

/** What comments say about a command, with the likely effect; most specific first. */
const clues: readonly (readonly [RegExp, TaughtEffect])[] = [
  [/\b(?:turn|switch)\w* off\b|\bdisabl/, 'harmless'],
  [/\b(?:led|leds|light|lights|lamp|beep|buzzer|sound|tone|tune|music|fan|blower|exhaust|filter)\b/, 'light-sound-fan'],
  [
    /\b(?:temp|temperature|tool|object|file|camera|photo|timelapse|flag|report|log|status|progress)\b.{0,200}\b(?:set|name|report|id)\b/,
    'harmless',
  ],
  [/\b(?:wait|waits|until|dwell|pause)\b.{0,200}\b(?:hot|warm|heat|heated|temperature|temp)\b/, 'waits'],
  [/\b(?:heat|heats|preheat|warm)\w{0,9}\b.{0,200}\b(?:bed|plate)\b|\b(?:bed|plate)\b.{0,200}\bheat/, 'heats-bed'],
  [
    /\b(?:heat|heats|preheat|warm)\w{0,9}\b.{0,200}\b(?:nozzle|hotend|hot end|extruder)\b|\b(?:nozzle|hotend)\b.{0,200}\bheat/,
    'heats-nozzle',
  ],
  [/\b(?:wip(?:e|es|ing)|brush|brushes|scrub|shake|park|parks|parking|bucket|chute|clean|cleans)\b/, 'moves'],
  [/\b(?:homes?|homing)\b/, 'homes'],
  [/\b(?:mesh|level|levels|leveling|levelling|prob(?:e|es|ing)|abl)\b/, 'levels'],
  [
    /\b(?:purg(?:e|es|ing)|prim(?:e|es|ing)|extrud(?:e|es)|flush|load|loads|unload|unloads|cut|cuts|feed|retract)\b/,
    'moves-filament',
  ],
  [/\b(?:change|select|switch|pick)\w{0,9}\b.{0,200}\b(?:tool|slot|filament|material)\b/, 'changes-tool'],
  [/\b(?:wait|waits|dwell|pause|calibrat\w*|measur\w*|scan|scans|vibration|resonance|sweep)\b/, 'opaque'],
  [
    /\b(?:set|sets|reset|resets|enable|enables|clear|limit|limits|mode|message|current|detect\w*|sensor|camera|flag|report|log|status)\b/,
    'harmless',
  ],
]

/** The seconds in a comment: `about 20 s`, `2 min`. */
function secondsIn(comment: string): number {
  const found = /(?<![\d.])(\d{1,9}(?:\.\d{1,9})?)\s{0,9}(s|sec|secs|seconds?|min|minutes?)\b/i.exec(comment)
  if (!found) return 0
  return Number(found[1]) * (found[2]?.toLowerCase().startsWith('m') ? 60 : 1)
}

/** Limit for the length of a comment. */
const maxSaid = 200

/** The likely effect of a command, from its comment and its name. */
export function effectFromComment(comment: string, name: string): TaughtEffect {
  const words = `${comment.slice(0, maxSaid)} ${name.slice(0, maxSaid).replaceAll('_', ' ')}`.toLowerCase()
  return clues.find(([clue]) => clue.test(words))?.[1] ?? 'opaque'
}

/** A line's comment without decoration. */
const wordsOf = (line: Line): string => commentOf(line).replace(/^[\s;=#*-]+|[\s=#*-]+$/g, '')

/** The comment of a line; without one, the comment on the line above. */
function saidAt(lines: readonly Line[], at: number): string {
  const own = wordsOf(lines[at] as Line)
  const above = lines[at - 1]
  return own || above?.kind !== 'comment' ? own : wordsOf(above)
}

const upperFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

function* commandsOf(lines: readonly Line[]): Generator<[at: number, line: Line, command: Command]> {
  for (const [at, line] of lines.entries()) {
    if (line.command) yield [at, line, line.command]
    for (const command of line.more) yield [at, line, command]
  }
}

/** The unknown commands of a script, each once, in order. */
export function unknownIn(lines: readonly Line[], stage: Stage): Unknown[] {
  const found = new Map<string, Unknown>()
  for (const [at, line, command] of commandsOf(lines)) {
    const { name } = command
    if (!isUnknown(name, stage)) continue
    const title = saidAt(lines, at)
    const letters = [...command.words.map(({ letter }) => letter), ...command.keys.map(({ key }) => key.toUpperCase())]
    const before = found.get(name)
    const proposed = before?.proposed ?? {
      family: stage.firmware.family,
      name,
      title: upperFirst(title || name.replaceAll('_', ' ').toLowerCase()).slice(0, 120),
      parameters: [],
      effect: effectFromComment(title, name),
      seconds: secondsIn(title),
    }
    const known = new Set(proposed.parameters.map(({ letter }) => letter))
    const parameters = [...new Set(letters)]
      .filter(letter => !known.has(letter) && /^[A-Z][A-Z0-9_]*$/.test(letter))
      .map(letter => ({ letter, means: '' }))
    found.set(name, {
      name,
      lines: [...(before?.lines ?? []), line.number],
      comment: before?.comment || title,
      proposed: { ...proposed, parameters: [...proposed.parameters, ...parameters] },
    })
  }
  return [...found.values()]
}
