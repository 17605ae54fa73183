// What the finder shows: what can be done now, and what was found. Loaded when it is first opened.
import { Command } from 'cmdk'
import { type RefObject, useCallback, useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Hit } from '../../core/model/kept.ts'
import { actionsNow } from '../state/actions.ts'
import { api } from '../state/api.ts'
import { useThings } from '../state/asking.ts'
import { selectLines, useDesk } from '../state/desk.ts'
import { firstFew, fitsWords, knownAs } from '../state/known.ts'
import { type Action, toldApart } from '../state/registry.ts'
import { type FoundAction, FoundMenus } from './FoundMenus.tsx'
import { useGivesBack } from './giving-back.ts'

const sorts: Record<Hit['sort'], string> = {
  name: 'script',
  text: 'in a script',
  note: 'note of a revision',
  trial: 'trial',
  refrain: 'refrain',
}

const addressOf = ({ sort, scriptId, line }: Hit): string =>
  sort === 'refrain'
    ? '/refrains'
    : sort === 'note' || sort === 'trial'
      ? `/history/${scriptId}`
      : `/desk/${scriptId}${line ? `?line=${line}` : ''}`

/** A search waits so long for the next key, ms. */
const pauseMs = 120

/** `typed` is what was written before this had the focus. */
type Props = {
  open: boolean
  typed: RefObject<string>
  onOpenChange: (open: boolean) => void
}

export default function FinderDialog({ open, typed, onOpenChange: setOpen }: Props) {
  const navigate = useNavigate()
  useGivesBack(open)
  const [words, setWords] = useState('')
  const [hits, setHits] = useState<Hit[]>([])
  const [problem, setProblem] = useState('')
  const [inMenus, setInMenus] = useState<readonly FoundAction[]>([])
  const found = useCallback((action: FoundAction) => {
    setInMenus(before => [...before, action])
    return () => setInMenus(before => before.filter(each => each !== action))
  }, [])
  useEffect(() => {
    if (!open || words.trim().length < 2) {
      setHits([])
      return
    }
    let left = false
    setProblem('')
    const timer = setTimeout(() => {
      api.search(words).then(
        found => {
          if (!left) setHits(found)
        },
        error => {
          if (!left) setProblem((error as Error).message)
        },
      )
    }, pauseMs)
    return () => {
      left = true
      clearTimeout(timer)
    }
  }, [open, words])
  const go = (run: () => void) => {
    setOpen(false)
    setWords('')
    run()
  }
  const things = useThings().data
  const asked = words.trim()
  const fits = (action: Action) => fitsWords(action, asked)
  const ofOne = asked.length < 2 ? [] : firstFew(inMenus.filter(action => action.ofOne && fits(action)))
  const own = inMenus.filter(action => !action.ofOne)
  const actions = open ? actionsNow(navigate, own).filter(fits) : []
  const settings = useDesk.getState().open?.round?.settings ?? []
  const known = open ? knownAs(words, { things, settings, navigate, toLine: line => selectLines(line) }) : []
  const fitting = toldApart([...actions, ...ofOne, ...known])
  const groups = [...new Set(fitting.map(({ group }) => group))]
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
        onValueChange={setWords}
        onFocus={() => {
          if (typed.current) setWords(typed.current)
          typed.current = ''
        }}
        placeholder="A script, a line, a note, or what you want to do"
        className="w-full border-b border-rule bg-raised px-4 py-3 text-[16px] outline-none placeholder:text-soft"
      />
      <Command.List className="max-h-[60vh] overflow-auto p-1.5">
        <Command.Empty className="px-3 py-4 text-soft">{problem || 'Nothing has these words.'}</Command.Empty>
        {hits.length > 0 && (
          <Command.Group heading="Found" className={groupLook}>
            {hits.map((hit, i) => (
              <Command.Item
                key={`${hit.sort} ${hit.scriptId} ${hit.title} ${hit.shown}`}
                value={`hit ${i}`}
                onSelect={() => go(() => void navigate(addressOf(hit)))}
                className={itemLook}
              >
                <span className="min-w-0 flex-1">
                  <span className="block truncate font-semibold">
                    {hit.title}
                    {hit.line !== null && <span className="font-normal text-soft">, line {hit.line}</span>}
                  </span>
                  {hit.shown && (
                    <span className={`block truncate text-[13px] text-soft ${hit.sort === 'text' ? 'font-mono' : ''}`}>
                      {hit.shown}
                    </span>
                  )}
                </span>
                <span className="max-w-[45%] shrink-0 truncate text-[13px] text-soft">
                  {[sorts[hit.sort], hit.printer].filter(Boolean).join(', ')}
                </span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {groups.map(group => (
          <Command.Group key={group} heading={group} className={groupLook}>
            {fitting
              .filter(action => action.group === group)
              .map((action: Action) => (
                <Command.Item
                  key={action.name}
                  value={`${group} ${action.name}`}
                  onSelect={() => go(action.run)}
                  className={itemLook}
                >
                  {action.name}
                </Command.Item>
              ))}
          </Command.Group>
        ))}
      </Command.List>
      {open && <FoundMenus found={found} />}
    </Command.Dialog>
  )
}

const groupLook =
  '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-0.5 [&_[cmdk-group-heading]]:text-[13px] [&_[cmdk-group-heading]]:text-soft'
const itemLook =
  'flex cursor-pointer items-center gap-3 rounded-button px-3 py-1.5 [overflow-wrap:anywhere] data-[selected=true]:bg-sunk'
