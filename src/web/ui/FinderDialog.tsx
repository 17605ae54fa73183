// The finder's list: actions that are possible now, and search hits. Loaded when it is first opened.
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { Command } from 'cmdk'
import {
  type KeyboardEvent as ByKey,
  type RefObject,
  useCallback,
  useLayoutEffect,
  useReducer,
  useRef,
  useState,
} from 'react'
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
import { type Action, toldApart } from '../state/registry.ts'
import { Failed } from './Failed.tsx'
import { FoundMenus } from './FoundMenus.tsx'

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
  const inMenus = useRef(new Set<Action>())
  const [, drawAgain] = useReducer((times: number) => times + 1, 0)
  const found = useCallback((action: Action) => {
    inMenus.current.add(action)
    drawAgain()
    return () => {
      inMenus.current.delete(action)
      drawAgain()
    }
  }, [])
  const go = (run: () => void) => {
    setOpen(false)
    setWords('')
    run()
  }
  const things = useThings().data
  const asked = words.trim()
  const all = open ? actionsNow(navigate, inMenus.current) : []
  const actions = withFewOfOne(all.filter(action => fitsWords(action, asked)))
  const settings = useDesk.getState().open?.shown?.round.settings ?? []
  const known = open ? knownAs(words, { things, settings, navigate, toLine: line => selectLines(line) }) : []
  const [toDo, toRead] = [toldApart(actions), toldApart(known)]
  const answer = (searches && search.data) || { to: '', hits: [] }
  // Until these words are answered, those hits for the earlier words that also contain these.
  const hits =
    answer.to === words
      ? answer.hits
      : answer.hits.filter(({ title, shown, printer }) => haveWords(soughtIn(`${title} ${shown} ${printer}`), asked))
  const named = hits.filter(({ kind }) => kind === 'name' || kind === 'refrain')
  const within = hits.filter(hit => !named.includes(hit))
  // Later hits appear above earlier ones: the first is selected until the person selects a different one.
  const list = useRef<HTMLDivElement>(null)
  const chose = useRef(false)
  const top = toDo[0] ?? toRead[0]
  const first = [...named, ...(top ? [] : within)].map(placeOf)[0] ?? `${top?.group} ${top?.name}`
  // biome-ignore lint/correctness/useExhaustiveDependencies: anew whenever another is the first
  useLayoutEffect(() => {
    if (!chose.current) list.current?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Home', bubbles: true }))
  }, [first, words])
  const choose = ({ key }: ByKey) => {
    if (key.startsWith('Arrow')) chose.current = true
  }
  return (
    <Command.Dialog
      open={open}
      onOpenChange={setOpen}
      label="Find, go, do"
      shouldFilter={false}
      overlayClassName="fixed inset-0 z-30 bg-black/40"
      contentClassName="fixed top-[10vh] left-1/2 z-40 w-[92vw] max-w-2xl -translate-x-1/2 overflow-hidden rounded-card border border-rule bg-raised text-ink shadow-lg"
    >
      <Command.Input
        value={words}
        onValueChange={wanted => {
          chose.current = false
          setWords(wanted)
        }}
        onKeyDown={choose}
        onFocus={() => {
          if (typed.current) setWords(typed.current)
          typed.current = ''
        }}
        placeholder="A script, a line, a note, or what you want to do"
        className="w-full border-b border-rule bg-raised px-4 py-3 text-[16px] outline-none placeholder:text-soft"
      />
      {problem && (
        <div className="p-2">
          <Failed why={problem} onRetry={() => void search.refetch()} />
        </div>
      )}
      <Command.List
        ref={list}
        onPointerMove={() => {
          chose.current = true
        }}
        className="max-h-[60vh] overflow-auto p-1.5"
      >
        <Command.Empty className="px-3 py-4 text-soft">{problem ? '' : 'Nothing matches.'}</Command.Empty>
        <Hits heading="Found" hits={named} onGo={hit => go(() => void navigate(addressOf(hit)))} />
        <Actions actions={toDo} onGo={go} />
        <Hits heading="In scripts and notes" hits={within} onGo={hit => go(() => void navigate(addressOf(hit)))} />
        <Actions actions={toRead} onGo={go} />
      </Command.List>
      {open && <FoundMenus found={found} />}
    </Command.Dialog>
  )
}

/** Identifies a hit: a name and a text can lead to the same line. */
const placeOf = ({ kind, scriptId, title, line, shown }: Hit): string =>
  `hit ${kind} ${scriptId} ${title} ${line} ${shown}`

type HitsProps = { heading: string; hits: readonly Hit[]; onGo: (hit: Hit) => void }

function Hits({ heading, hits, onGo }: HitsProps) {
  if (hits.length === 0) return null
  const keys = keysOf(hits, placeOf)
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
              <span className={`block truncate text-[13px] text-soft ${hit.kind === 'text' ? 'font-mono' : ''}`}>
                {hit.shown}
              </span>
            )}
          </span>
          <span className="max-w-[45%] shrink-0 truncate text-[13px] text-soft">
            {[kinds[hit.kind], hit.printer].filter(Boolean).join(', ')}
          </span>
        </Command.Item>
      ))}
    </Command.Group>
  )
}

type ActionsProps = { actions: readonly Action[]; onGo: (run: () => void) => void }

const Actions = ({ actions, onGo }: ActionsProps) =>
  [...new Set(actions.map(({ group }) => group))].map(group => (
    <Command.Group key={group} heading={group} className={groupLook}>
      {actions
        .filter(action => action.group === group)
        .map(({ name, run }) => (
          <Command.Item key={name} value={`${group} ${name}`} onSelect={() => onGo(run)} className={itemLook}>
            {name}
          </Command.Item>
        ))}
    </Command.Group>
  ))

const groupLook =
  '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-0.5 [&_[cmdk-group-heading]]:text-[13px] [&_[cmdk-group-heading]]:text-soft'
const itemLook =
  'flex cursor-pointer items-center gap-3 rounded-button px-3 py-1.5 [overflow-wrap:anywhere] data-[selected=true]:bg-sunk'
