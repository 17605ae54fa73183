// What the finder offers besides pages and buttons: checks, commands, printers and the open script's settings. Checks
// are also found by what a person sees on the bed, as in “stringing”.
import type { NavigateFunction } from 'react-router'
import { rules } from '../../core/check/rules.ts'
import { bookOf, searchBook, soughtIn, wordsIn } from '../../core/effects/book.ts'
import { families } from '../../core/firmware/families.ts'
import { withTaught } from '../../core/firmware/teach.ts'
import type { FamilyName } from '../../core/model/family.ts'
import type { ScriptSetting } from '../../core/resolve/resolution.ts'
import type { Things } from './api.ts'
import type { FinderAction } from './registry.ts'

/** Symptoms on the printed bed, and the checks for their causes. */
export const seenAs: readonly [words: string, checks: readonly string[]][] = [
  [
    'stringing strings hairs ooze oozing drool dribble',
    ['ooze-drag', 'probe-while-oozing', 'purge-too-thin', 'standby-differs'],
  ],
  ['blob blobs lump pimple zit', ['ooze-drag', 'retraction-unpaid', 'through-purge', 'purge-in-print-area']],
  [
    'first layer adhesion sticking stick warping lifted elephant foot',
    [
      'levelling-off',
      'levelling-missing',
      'mesh-not-fresh',
      'mesh-not-there',
      'soak-missing',
      'probe-at-other-bed-heat',
      'probe-while-oozing',
      'origin-shifted',
    ],
  ],
  [
    'level levelling leveling bed mesh uneven',
    ['levelling-off', 'levelling-missing', 'levelling-commented-out', 'mesh-not-fresh', 'mesh-not-there'],
  ],
  [
    'crash collision grinding knock hit scratch scraped',
    [
      'outside-reach',
      'move-before-home',
      'never-homes',
      'low-travel',
      'parked-on-print',
      'through-tower',
      'soft-limits-off',
    ],
  ],
  [
    'under extrusion underextrusion gaps clog clogged jam',
    ['cold-extrude', 'cold-push-allowed', 'flow-too-high', 'filament-mode', 'filament-not-reset', 'retraction-unpaid'],
  ],
  ['over extrusion overextrusion too much', ['bead-too-fat', 'filament-mode', 'override-left']],
  ['layer shift shifted skipped steps', ['too-fast', 'override-left', 'motors-off-before-print']],
  ['heat creep burnt smell fire safety hot', ['heaters-left-on', 'too-hot', 'hot-without-fan', 'fan-left']],
  ['waste waiting slow takes long', ['purge-wasteful', 'heats-in-turn', 'heats-twice', 'feed-implausible']],
]

const alsoOf = (rule: string): string =>
  seenAs.flatMap(([words, checks]) => (checks.includes(rule) ? [words] : [])).join(' ')

/** Limit of hits of one kind; a longer query finds the others. */
const max = 8

const firstFew = (found: readonly FinderAction[]): FinderAction[] => found.slice(0, max)

/** All actions, but under each heading only the first few of those that belong to single items of a list. */
export function withFewOfOne(actions: readonly FinderAction[]): FinderAction[] {
  const taken = new Map<string, number>()
  return actions.filter(({ group, of }) => {
    if (of === undefined) return true
    const before = taken.get(group) ?? 0
    taken.set(group, before + 1)
    return before < max
  })
}

/** Whether each of these words is the beginning of one of `names`. */
export function haveWords(names: readonly string[], words: string): boolean {
  const wanted = wordsIn(words)
  const begins = (word: string) => names.some(each => each.startsWith(word))
  return wanted.length > 0 && (wanted.every(begins) || begins(wanted.join('')))
}

const wordsByAction = new WeakMap<FinderAction, readonly string[]>()

/**
 * The words of an action's title, heading and aliases. Cached: there may be thousands of actions, and each key asks.
 */
function namesOf(action: FinderAction): readonly string[] {
  const before = wordsByAction.get(action)
  if (before) return before
  const words = soughtIn(`${action.title} ${action.group} ${action.aliases ?? ''}`)
  wordsByAction.set(action, words)
  return words
}

/** Whether each of these words is the beginning of a word in the action's title, heading or aliases. */
export function fitsWords(action: FinderAction, words: string): boolean {
  if (words === '') return action.of === undefined
  // Typing the name of an item finds the item itself, not its actions.
  return haveWords(namesOf(action), words) && !(action.of !== undefined && haveWords(soughtIn(action.of), words))
}

type Known = {
  things: Things | undefined
  /** Settings of the open script. */
  settings: readonly ScriptSetting[]
  navigate: NavigateFunction
  toLine: (line: number) => void
}

/** The topics for these words; none for fewer than two letters. */
export function knownAs(words: string, { things, settings, navigate, toLine }: Known): FinderAction[] {
  if (words.trim().length < 2) return []
  const to = (address: string) => () => void navigate(address)
  const checks = rules.map(
    ({ name, title, why }): FinderAction => ({
      id: name,
      group: 'Checks',
      title,
      aliases: `${name} ${name.replaceAll('-', ' ')} ${why} ${alsoOf(name)}`,
      run: to(`/checks/${name}`),
    }),
  )
  const taught = things?.taught ?? []
  const book = bookOf((Object.keys(families) as FamilyName[]).map(each => withTaught(families[each], taught)))
  const commands = searchBook(book, words).map(
    ({ name, inFamilies }): FinderAction => ({
      id: name,
      group: 'Commands',
      title: `${name}: ${inFamilies[0]?.spec.title ?? ''}`,
      run: to(`/commands/${encodeURIComponent(name)}`),
    }),
  )
  const printers = (things?.printers ?? []).map(
    ({ id, data }): FinderAction => ({
      id: `${id}`,
      group: 'Printers',
      title: data.name,
      aliases: `printer nozzle diameter bed size reach probe tools spots firmware ${data.about}`,
      run: to(`/printers/${id}`),
    }),
  )
  const ofScript = settings.map(
    ({ name, line, note }): FinderAction => ({
      id: name,
      group: 'Settings of this script',
      title: name.replaceAll('_', ' '),
      aliases: `setting ${name} ${note}`,
      run: () => toLine(line),
    }),
  )
  const fitting = (all: readonly FinderAction[]) => firstFew(all.filter(each => fitsWords(each, words.trim())))
  return [...fitting(ofScript), ...fitting(printers), ...fitting(checks), ...firstFew(commands)]
}
