// Guesses the moment of a pasted script from its lines. The person can change it.
import type { Effect } from '../firmware/effect.ts'
import { families } from '../firmware/families.ts'
import { effectOf } from '../firmware/spec.ts'
import { commentOf, type Line, numberOf, textOf } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import { looksLikeConfig } from '../macros/config.ts'
import type { Moment } from '../model/moment.ts'

/** A script with at least this many extruding moves is a print. */
const printMoves = 300

/** Whether a text is a host's config or a whole print file; null for a script. */
export function pastedOf(lines: readonly Line[]): 'config' | 'print' | null {
  if (looksLikeConfig(lines.map(({ raw }) => raw))) return 'config'
  let moves = 0
  for (const { command } of lines)
    if (command && /^G[0-3]$/.test(command.name)) {
      const has = (letter: string) => command.words.some(word => word.letter === letter)
      if (has('E') && (has('X') || has('Y')) && ++moves > printMoves) return 'print'
    }
  return null
}

/** Words that people write above a script of each moment, rarer words first. Null: no words are known. */
const headings: Readonly<Record<Moment, RegExp | null>> = {
  'material-start': /\b(?:filament|material)[\s_-]+(?:start|begin)\b/i,
  'material-end': /\b(?:filament|material)[\s_-]+end\b/i,
  'between-objects': /\bbetween[\s_-]+objects\b/i,
  'before-layer': /\bbefore[\s_-]+(?:a[\s_-]+|each[\s_-]+|every[\s_-]+)?layer[\s_-]*change\b/i,
  'tool-change': /\b(?:tool|filament|extruder|colou?r)[\s_-]*(?:change|swap)|\bt(?:free|pre|post)\b/i,
  'tool-leave': null,
  'tool-arrive': null,
  'layer-change': /\b(?:layer[\s_-]*change|(?:each|every|per|before|after|new)[\s_-]+layer)\b/i,
  'at-layer': null,
  cancel: /\b(?:cancel|abort)(?:led|ed)?\b/i,
  resume: /\bresume\b|\bcontinue after/i,
  pause: /\bpause\b/i,
  end: /\b(?:end|finish|ending|after)[\s_-]{0,3}(?:of)?[\s_-]{0,3}(?:the)?[\s_-]{0,3}(?:g-?code|script|print|job)?\b|\bprint (?:is )?(?:done|finished)\b/i,
  start:
    /\b(?:start|begin|prime|before)[\s_-]{0,3}(?:of)?[\s_-]{0,3}(?:the)?[\s_-]{0,3}(?:g-?code|script|print|job)?\b/i,
}

const guessedMoments = Object.keys(headings) as Moment[]

/** The effect of a command in the first family that knows it. */
function effectIn(command: Parameters<typeof effectOf>[1]): Effect | undefined {
  for (const family of Object.values(families)) {
    const effect = effectOf(family, command)
    if (effect) return effect
  }
  return undefined
}

const has = (text: string, words: RegExp): boolean => words.test(text)

type Seen = { command: Parameters<typeof effectOf>[1]; effect: Effect | undefined }

/** Retracts, then selects a tool, without heating the bed: one nozzle makes room for the other filament. */
function leavesATool(seen: readonly Seen[]): boolean {
  const select = seen.findIndex(({ effect }) => effect?.does === 'tool')
  const back = seen.findIndex(
    ({ command, effect }) =>
      effect?.does === 'firmware-retract' || (effect?.does === 'move' && (numberOf(command, 'E') ?? 0) < 0),
  )
  const bed = seen.some(({ effect }) => effect?.does === 'heat' && effect.heater !== 'nozzle')
  return back >= 0 && back < select && !bed
}

export function guessMoment(text: string): Moment {
  const lines = read(text.slice(0, 200_000))
  const commands = lines.flatMap(({ command, more }) => (command ? [command, ...more] : []))
  const seen = commands.map(command => ({ command, effect: effectIn(command) }))
  const does = (...wanted: Effect['does'][]) => seen.filter(({ effect }) => effect && wanted.includes(effect.does))
  const targets = does('heat', 'tool-heat').map(
    ({ command }) => numberOf(command, 'S') ?? numberOf(command, 'R') ?? numberOf(command, 'TARGET'),
  )
  const heats = targets.some(target => target === null || target > 0)
  const cools = targets.includes(0) || does('heaters-off').length > 0
  const homesAll = does('home').some(({ command }) => command.words.length === 0)
  const head = lines
    .filter(({ kind }) => kind === 'comment')
    .slice(0, 3)
    .map(commentOf)
    .join(' ')
  const names = commands.map(({ name }) => name)
  const states = seen.flatMap(({ command }) => textOf(command, 'NAME')?.toUpperCase() ?? [])
  // Commands that only one moment has.
  if (
    has(text, /[{[%<$#][^;\n]{0,80}(?:next|new|previous|old)_?(?:tool|extruder)/i) ||
    has(text, /@(?:to_tool|from_tool)\b/)
  )
    return 'tool-change'
  if (names.some(name => /^(?:RESUME|RESUME_BASE|BASE_RESUME|M24)$/.test(name))) return 'resume'
  if (names.some(name => /^(?:PAUSE|PAUSE_BASE|BASE_PAUSE|M125|M25)$/.test(name)) && !cools) return 'pause'
  if (names.some(name => /^(?:CANCEL_PRINT|CANCEL_PRINT_BASE|M524)$/.test(name))) return 'cancel'
  const named = guessedMoments.find(moment => headings[moment]?.test(head))
  if (named && !(named === 'start' && cools && !heats) && !(named === 'end' && homesAll && heats)) return named
  if (cools && !heats) return 'end'
  if (homesAll || (heats && (does('home').length > 0 || does('probe').length > 0))) return 'start'
  if (states.some(name => name.includes('PAUSE'))) return does('restore-state').length > 0 ? 'resume' : 'pause'
  if (does('restore-state').length > 0 && does('save-state').length === 0) return 'resume'
  if (does('park').length > 0 || (does('save-state').length > 0 && does('restore-state').length === 0)) return 'pause'
  if (does('tool').length > 0 && (!heats || leavesATool(seen))) return 'tool-change'
  if (!heats && has(text, /[{[%<$#@(][^;\n]{0,80}\blayer(?:_?(?:num|number|nr|z))?\b/i)) return 'layer-change'
  if (
    !heats &&
    commands.length > 0 &&
    commands.length <= 6 &&
    does('message', 'nothing-shown').length === commands.length
  )
    return 'layer-change'
  return heats ? 'start' : does('change-filament', 'pause').length > 0 ? 'pause' : 'start'
}
