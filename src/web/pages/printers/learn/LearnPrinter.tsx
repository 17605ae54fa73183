// Learn a printer: files on the left; on the right the fields that they state, each with its source.
import { useCallback, useEffect } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { somethingOver } from '../../../lib/overlays.ts'
import { useComputed } from '../../../lib/useComputed.ts'
import { useTitle } from '../../../lib/useTitle.ts'
import { giveText, useLearning } from '../../../state/files-to-learn.ts'
import { useThings } from '../../../state/queries.ts'
import { inWorker } from '../../../state/rehearser.ts'
import { Card } from '../../../ui/Card.tsx'
import { Failed } from '../../../ui/Failed.tsx'
import { PageHead } from '../../../ui/Page.tsx'
import { GivenFiles } from './GivenFiles.tsx'
import { Proposal } from './Proposal.tsx'

/** Learns a printer from files, in the worker. */
function useLearned() {
  const files = useLearning(state => state.files)
  const query = useComputed(
    useCallback(() => inWorker(tasks => tasks.learn(files)), [files]),
    files.length > 0,
  )
  return { files, learned: files.length > 0 ? (query.data ?? null) : null, asked: query }
}

export function LearnPrinter() {
  useTitle('Learn a printer')
  const navigate = useNavigate()
  const [search] = useSearchParams()
  const things = useThings().data
  const existing = things?.printers.find(({ id }) => String(id) === search.get('for')) ?? null
  const { files, learned, asked } = useLearned()
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const text = event.clipboardData?.getData('text/plain') ?? ''
      if (text.trim() === '' || (event.target instanceof Element && event.target.closest('input, textarea'))) return
      if (somethingOver()) return
      event.preventDefault()
      void giveText(text)
    }
    addEventListener('paste', onPaste)
    return () => removeEventListener('paste', onPaste)
  }, [])
  return (
    <div className="mx-auto grid max-w-[1500px] grid-cols-[320px_minmax(0,1fr)] content-start gap-6 px-6 py-5 max-tablet:grid-cols-1 max-tablet:px-3">
      <div className="grid content-start gap-4">
        <PageHead
          title={existing ? `Learn more about ${existing.data.name}` : 'Learn a printer'}
          intro="From files that you already have: its config, its settings report, the files on its card, its start and end scripts."
        />
        <GivenFiles passedOver={learned?.passedOver ?? []} />
      </div>
      <div className="min-w-0">
        <Failed why={asked.error?.message} onRetry={() => void asked.refetch()} />
        {files.length === 0 && <WhatToGive />}
        {files.length > 0 && !learned && !asked.error && <p className="pt-16 text-soft">Reading…</p>}
        {learned && (
          <Proposal
            key={existing?.id ?? 'new'}
            learned={learned}
            existing={existing}
            onDone={id => void navigate(`/printers/${id}`)}
          />
        )}
      </div>
    </div>
  )
}

const kinds: { what: string; where: string }[] = [
  {
    what: 'A host’s config',
    where: 'The file with [sections], usually printer.cfg, and the files that it includes.',
  },
  {
    what: 'A board’s settings report',
    where: 'Send M115, M503 and M211 from a terminal, and copy all that it answers.',
  },
  {
    what: 'The files on a card',
    where: 'config.g, the homing files, the files of its tools.',
  },
  { what: 'A mesh', where: 'What the machine prints after probing the bed.' },
  {
    what: 'Start and end scripts',
    where: 'They show the reach, the bucket and the brush, and the temperatures used.',
  },
]

const WhatToGive = () => (
  <Card flush aria-label="What can be given" className="px-5 py-4">
    <h2 className="font-serif text-heading font-semibold">What can be given</h2>
    <dl className="mt-2 grid gap-2.5">
      {kinds.map(({ what, where }) => (
        <div key={what} className="grid grid-cols-[220px_minmax(0,1fr)] gap-3 max-phone:grid-cols-1 max-phone:gap-0">
          <dt className="font-semibold">{what}</dt>
          <dd className="text-soft">{where}</dd>
        </div>
      ))}
    </dl>
    <p className="mt-3 text-soft">
      In any order, several at once. Nothing is sent anywhere, and nothing is changed before you say so.
    </p>
  </Card>
)
