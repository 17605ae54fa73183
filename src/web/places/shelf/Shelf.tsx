// The Shelf: every printer with its scripts, what wants a look, and where a new script begins.
import { useCallback, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { plural } from '../../../core/explain/words.ts'
import { api, type ShelfPrinter } from '../../state/api.ts'
import { LeftOpen } from './LeftOpen.tsx'
import { NewScript } from './NewScript.tsx'
import { PrinterCard } from './PrinterCard.tsx'
import { WantsALook } from './WantsALook.tsx'

export function Shelf() {
  const [printers, setPrinters] = useState<ShelfPrinter[] | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const load = useCallback(() => {
    setProblem(null)
    api.shelf().then(
      shelf => setPrinters(shelf.printers),
      error => setProblem((error as Error).message),
    )
  }, [])
  useEffect(load, [load])
  useEffect(() => {
    document.title = 'Shelf · Warm Prelude'
  }, [])

  const scripts = printers?.flatMap(({ scripts }) => scripts) ?? []
  const wanting = scripts.filter(script => script.summary.findings.some(({ severity }) => severity !== 'advice')).length
  return (
    <div className="mx-auto grid max-w-[1500px] grid-cols-[minmax(0,1fr)_300px] gap-6 max-[1150px]:grid-cols-[minmax(0,1fr)_240px] max-[1150px]:gap-4 max-[1150px]:px-4 px-6 py-5">
      <div className="min-w-0">
        <div className="mb-4 flex items-baseline gap-4">
          <h1 className="font-serif text-[27px] font-semibold">The shelf</h1>
          {printers && (
            <p className="text-soft">
              {plural(printers.length, 'printer')}, {plural(scripts.length, 'script')}
              {wanting > 0 && `, ${wanting} ${wanting === 1 ? 'wants' : 'want'} a look`}
            </p>
          )}
          <Link
            to="/printers/new"
            className="ml-auto self-center rounded-button border border-rule bg-raised px-3.5 py-1.5 text-[14px] hover:border-soft"
          >
            A new printer
          </Link>
        </div>
        {problem && (
          <p role="alert" className="rounded-card border border-bad bg-raised p-4">
            {problem}{' '}
            <button type="button" onClick={load} className="text-heat underline">
              Try again
            </button>
          </p>
        )}
        {!printers && !problem && <p className="text-soft">Taking the printers from the shelf…</p>}
        <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
          {printers?.map(each => (
            <PrinterCard key={each.id} {...each} onChanged={load} />
          ))}
        </div>
      </div>
      <aside aria-label="New scripts and what wants a look" className="grid content-start gap-7">
        <NewScript printers={printers ?? []} />
        <LeftOpen printers={printers ?? []} />
        <WantsALook printers={printers ?? []} />
      </aside>
    </div>
  )
}
