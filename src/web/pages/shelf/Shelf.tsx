// The Shelf: every printer with its scripts, the most important findings, and the start of new scripts.
import { useVirtualizer, type Virtualizer } from '@tanstack/react-virtual'
import { type ComponentProps, type RefObject, useMemo, useRef } from 'react'
import { useNavigate } from 'react-router'
import { listed, plural } from '../../../core/format.ts'
import { useTitle } from '../../lib/useTitle.ts'
import type { ShelfPrinter } from '../../state/api.ts'
import { hideExamples, useExamples } from '../../state/my-printer.ts'
import { useShelf, useUnreadable } from '../../state/queries.ts'
import { EmptyState } from '../../ui/Card.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { PageHead } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { PageLink, Press } from '../../ui/Press.tsx'
import { Drafts } from './Drafts.tsx'
import { NeedsAttention } from './NeedsAttention.tsx'
import { NewScript } from './NewScript.tsx'
import { inOrder } from './order.ts'
import { PrinterCard } from './PrinterCard.tsx'
import { useSummaries } from './useSummaries.ts'
import { Welcome } from './Welcome.tsx'

/** The estimated height of a card before it is measured, px. */
const cardPx = ({ scripts }: ShelfPrinter): number => 76 + 34 * Math.max(2, scripts.length)
const gapPx = 12

export function Shelf() {
  const navigate = useNavigate()
  useTitle('Shelf')
  const query = useShelf()
  const unreadable = useUnreadable().data ?? []
  const all = query.data?.printers
  const { hidden } = useExamples()
  const loaded = useMemo(() => all && inOrder(all, !hidden), [all, hidden])
  const own = all?.some(({ example }) => !example) ?? true
  const examples = all?.filter(({ example }) => example).length ?? 0

  /** Opens the first example's start script on the Desk. */
  const lookAround = () => {
    hideExamples(false)
    const script = all?.find(({ example }) => example)?.scripts[0]
    if (script) void navigate(`/desk/${script.id}`)
  }
  const list = useRef<HTMLDivElement>(null)
  const cards = useVirtualizer({
    count: loaded?.length ?? 0,
    getScrollElement: () => document.getElementById('place'),
    estimateSize: index => (loaded?.[index] ? cardPx(loaded[index]) + gapPx : 160),
    getItemKey: index => loaded?.[index]?.id ?? index,
    scrollMargin: list.current?.offsetTop ?? 0,
    overscan: 6,
  })
  const shown = cards.getVirtualItems()
  const wanted = shown.flatMap(({ index }) => loaded?.[index]?.scripts.map(({ id }) => id) ?? [])
  const printers = useSummaries(loaded ?? [], wanted)
  const scripts = printers.flatMap(each => each.scripts)
  const wanting = scripts.filter(({ summary }) =>
    summary?.findings.some(({ severity }) => severity !== 'advice'),
  ).length
  return (
    <div className="mx-auto grid max-w-[1500px] grid-cols-[minmax(0,1fr)_300px] gap-6 px-6 py-5 max-wide:grid-cols-[minmax(0,1fr)_240px] max-wide:gap-4 max-wide:px-4 max-tablet:grid-cols-1 max-tablet:px-3">
      <div className="min-w-0">
        <div className="mb-4">
          <PageHead
            title="The shelf"
            intro={
              loaded &&
              [
                plural(printers.length, 'printer'),
                plural(scripts.length, 'script'),
                wanting > 0 && `${wanting} ${wanting === 1 ? 'needs' : 'need'} attention`,
              ]
                .filter(Boolean)
                .join(', ')
            }
            actions={
              <PageLink
                to="/printers/new"
                className="rounded-button border border-rule bg-raised px-3.5 py-1.5 text-control hover:border-soft"
              >
                A new printer
              </PageLink>
            }
          />
        </div>
        {unreadable.length > 0 && <Unreadable names={unreadable.map(({ name }) => name)} />}
        {!loaded && <Pending on={[query]} what="the printers" />}
        {all && !own && <Welcome onLookAround={lookAround} />}
        {loaded?.length === 0 && examples === 0 && <EmptyShelf />}
        {examples > 0 && hidden && (
          <p className="mb-3 text-soft">
            {plural(examples, 'example printer')} hidden.{' '}
            <Press onClick={() => hideExamples(false)} className="text-heat underline">
              Show the examples
            </Press>
          </p>
        )}
        <PrinterCards list={list} cards={cards} printers={printers} />
      </div>
      <aside aria-label="New scripts and what needs attention" className="grid content-start gap-7">
        <NewScript />
        <Drafts printers={printers} />
        <NeedsAttention printers={printers} />
      </aside>
    </div>
  )
}

const Unreadable = ({ names }: { names: string[] }) => (
  <div className="mb-3">
    <Notice>
      {listed(names.map(name => `“${name}”`))} can’t be read. Everything else works as usual.{' '}
      <PageLink to="/keeping" className="underline">
        See what is wrong
      </PageLink>
    </Notice>
  </div>
)

const EmptyShelf = () => (
  <EmptyState>
    The shelf is empty.{' '}
    <PageLink to="/printers/new" className="text-heat underline">
      Make a printer
    </PageLink>{' '}
    in five questions, or{' '}
    <PageLink to="/keeping" className="text-heat underline">
      import a shelf
    </PageLink>
    .
  </EmptyState>
)

type CardsProps = {
  list: RefObject<HTMLDivElement | null>
  cards: Virtualizer<HTMLElement, Element>
  printers: ComponentProps<typeof PrinterCard>[]
}

/** The cards of the printers in view, the examples below their heading. */
const PrinterCards = ({ list, cards, printers }: CardsProps) => (
  <div ref={list} className="relative" style={{ height: cards.getTotalSize() }}>
    {cards.getVirtualItems().map(({ index, key, start }) => {
      const printer = printers[index]
      return (
        printer && (
          <div
            key={key}
            data-index={index}
            ref={cards.measureElement}
            className="absolute top-0 left-0 w-full pb-3"
            style={{ transform: `translateY(${start - cards.options.scrollMargin}px)` }}
          >
            {printer.example && !printers[index - 1]?.example && (
              <p className="flex items-baseline gap-3 pb-2 text-soft">
                <span className="font-serif text-heading font-semibold text-ink">Examples</span> made-up printers to
                look around with
                <Press onClick={() => hideExamples(true)} className="text-heat underline">
                  Hide the examples
                </Press>
              </p>
            )}
            <PrinterCard {...printer} />
          </div>
        )
      )
    })}
  </div>
)
