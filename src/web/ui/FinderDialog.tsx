// The finder's list: actions that are possible now, and search hits. Loaded when it is first opened.
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { Command, useCommandState } from 'cmdk'
import { type RefObject, useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { soughtIn } from '../../core/effects/book.ts'
import type { Hit } from '../../core/model/stored.ts'
import { keysOf } from '../lib/keys.ts'
import { useGivesBack } from '../lib/restore-focus.ts'
import { useDebounced } from '../lib/useDebounced.ts'
import { actionsNow } from '../state/actions.ts'
import { api } from '../state/api.ts'
import { useDesk } from '../state/desk.ts'
import { fitsWords, haveWords, knownAs, withFewOfOne } from '../state/finder-topics.ts'
import { selectLines } from '../state/playhead.ts'
import { useThings } from '../state/queries.ts'
import { type FinderAction, useRegistryVersion, withDistinctTitles } from '../state/registry.ts'
import { Failed } from './Failed.tsx'

const kinds: Record<Hit['kind'], string> = {
  name: 'script',
  text: 'in a script',
  note: 'note of a revision',
  trial: 'trial',
  refrain: 'refrain',
}

const addressOf = ({ kind, scriptId, line }: Hit): string =>
  kind === 'refrain'
    ? '/refrains'
    : kind === 'note' || kind === 'trial'
      ? `/history/${scriptId}`
      : `/desk/${scriptId}${line ? `?line=${line}` : ''}`

/** The search starts when nothing has been typed for this long, ms. */
const pauseMs = 120

/** `typed` holds the keys that were typed before the field had the focus. */
type Props = {
  open: boolean
  typed: RefObject<string>
  onOpenChange: (open: boolean) => void
}

export default function FinderDialog({ open, typed, onOpenChange: setOpen }: Props) {
  const navigate = useNavigate()
  useGivesBack(open)
  const [words, setWords] = useState('')
  const settled = useDebounced(words, pauseMs)
  const searches = open && settled.trim().length >= 2 && words.trim().length >= 2
  const search = useQuery({
    queryKey: ['search', settled],
    queryFn: async () => ({ to: settled, hits: await api.search(settled) }),
    enabled: searches,
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 0,
  })
  const problem = searches && search.error && `Scripts and notes could not be searched. ${search.error.message}`
  const go = (run: () => void) => {
    setOpen(false)
    setWords('')
    run()
  }
  const things = useThings().data
  const query = words.trim()
  const registered = useRegistryVersion(open)
  // biome-ignore lint/correctness/useExhaustiveDependencies: a page may still be loading when the finder opens over it
  const all = useMemo(() => (open ? actionsNow(navigate) : []), [open, navigate, registered])
  const actions = withFewOfOne(all.filter(action => fitsWords(action, query)))
  const settings = useDesk.getState().open?.shown?.round.settings ?? []
  const known = open ? knownAs(words, { things, settings, navigate, toLine: line => selectLines(line) }) : []
  const [toDo, toRead] = [withDistinctTitles(actions), withDistinctTitles(known)]
  const answer = (searches && search.data) || { to: '', hits: [] }
  // Until these words are answered, those hits for the earlier words that also contain these.
  const hits =
    answer.to === words
      ? answer.hits
      : answer.hits.filter(({ title, shown, printer }) => haveWords(soughtIn(`${title} ${shown} ${printer}`), query))
  const named = hits.filter(({ kind }) => kind === 'name' || kind === 'refrain')
  const within = hits.filter(hit => !named.includes(hit))
  // Later hits appear above earlier ones: the first is selected until the person selects a different one.
  const byPerson = useRef(false)
  const [selected, setSelected] = useState<string | null>(null)
  const first = [
    ...keysOf(named, keyOfHit),
    ...toDo.map(keyOfAction),
    ...keysOf(within, keyOfHit),
    ...toRead.map(keyOfAction),
  ][0]
  const input = useRef<HTMLInputElement>(null)
  return (
    <Command.Dialog
      open={open}
      onOpenChange={setOpen}
      label="Find, go, do"
      value={selected ?? first ?? ''}
      onValueChange={value => byPerson.current && setSelected(value)}
      shouldFilter={false}
      overlayClassName="fixed inset-0 z-30 bg-black/40"
      contentClassName="fixed top-[10vh] left-1/2 z-40 w-[92vw] max-w-2xl -translate-x-1/2 overflow-hidden rounded-card border border-rule bg-raised text-ink shadow-lg"
    >
      <Command.Input
        ref={input}
        value={words}
        onValueChange={wanted => {
          byPerson.current = false
          setSelected(null)
          setWords(wanted)
        }}
        onKeyDown={({ key }) => {
          if (!key.startsWith('Arrow') && key !== 'Home' && key !== 'End') return
          byPerson.current = true
          setSelected(before => before ?? first ?? null)
        }}
        onFocus={() => {
          if (typed.current) setWords(typed.current)
          typed.current = ''
        }}
        placeholder="A script, a line, a note, or what you want to do"
        className="w-full border-b border-rule bg-raised px-4 py-3 text-lead outline-none placeholder:text-soft"
      />
      {problem && (
        <div className="p-2">
          <Failed why={problem} onRetry={() => void search.refetch()} />
        </div>
      )}
      <Command.List
        onPointerMoveCapture={() => {
          byPerson.current = true
        }}
        className="max-h-[60vh] overflow-auto p-1.5"
      >
        <Command.Empty className="px-3 py-4 text-soft">{problem ? '' : 'Nothing matches.'}</Command.Empty>
        <Hits heading="Found" hits={named} onGo={hit => go(() => void navigate(addressOf(hit)))} />
        <Actions actions={toDo} onGo={go} />
        <Hits heading="In scripts and notes" hits={within} onGo={hit => go(() => void navigate(addressOf(hit)))} />
        <Actions actions={toRead} onGo={go} />
        <AnnouncedOption input={input} />
      </Command.List>
    </Command.Dialog>
  )
}

/** Names the selected option to screen readers: the list itself does so only if nobody else decides what is selected. */
function AnnouncedOption({ input }: { input: RefObject<HTMLInputElement | null> }) {
  useCommandState(({ value }) => value)
  useEffect(() => {
    const option = input.current?.closest('[cmdk-root]')?.querySelector('[role=option][aria-selected=true]')
    input.current?.setAttribute('aria-activedescendant', option?.id ?? '')
  })
  return null
}

/** Identifies a hit: a name and a text can lead to the same line. */
const keyOfHit = ({ kind, scriptId, title, line, shown }: Hit): string =>
  `hit ${kind} ${scriptId} ${title} ${line} ${shown}`

type HitsProps = { heading: string; hits: readonly Hit[]; onGo: (hit: Hit) => void }

function Hits({ heading, hits, onGo }: HitsProps) {
  if (hits.length === 0) return null
  const keys = keysOf(hits, keyOfHit)
  return (
    <Command.Group heading={heading} className={groupLook}>
      {hits.map((hit, i) => (
        <Command.Item key={keys[i]} value={keys[i]} onSelect={() => onGo(hit)} className={itemLook}>
          <span className="min-w-0 flex-1">
            <span className="block truncate font-semibold">
              {hit.title}
              {hit.line !== null && <span className="font-normal text-soft">, line {hit.line}</span>}
            </span>
            {hit.shown && (
              <span className={`block truncate text-small text-soft ${hit.kind === 'text' ? 'font-mono' : ''}`}>
                {hit.shown}
              </span>
            )}
          </span>
          <span className="max-w-[45%] shrink-0 truncate text-small text-soft">
            {[kinds[hit.kind], hit.printer].filter(Boolean).join(', ')}
          </span>
        </Command.Item>
      ))}
    </Command.Group>
  )
}

const keyOfAction = ({ group, title }: FinderAction): string => `${group} ${title}`

type ActionsProps = { actions: readonly FinderAction[]; onGo: (run: () => void) => void }

const Actions = ({ actions, onGo }: ActionsProps) =>
  [...new Set(actions.map(({ group }) => group))].map(group => (
    <Command.Group key={group} heading={group} className={groupLook}>
      {actions
        .filter(action => action.group === group)
        .map(action => (
          <Command.Item
            key={keyOfAction(action)}
            value={keyOfAction(action)}
            onSelect={() => onGo(action.run)}
            className={itemLook}
          >
            {action.title}
          </Command.Item>
        ))}
    </Command.Group>
  ))

const groupLook =
  '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-0.5 [&_[cmdk-group-heading]]:text-small [&_[cmdk-group-heading]]:text-soft'
const itemLook =
  'flex cursor-pointer items-center gap-3 rounded-button px-3 py-1.5 [overflow-wrap:anywhere] data-[selected=true]:bg-sunk'
