// Jobs and materials: what is printed, and with what; added and changed by hand.
import { Plus } from 'lucide-react'
import { useState } from 'react'
import { duration, listed, plain, plural } from '../../../core/format.ts'
import { changeCount } from '../../../core/model/changes.ts'
import { areaOn, type Job, topOn } from '../../../core/model/job.ts'
import type { Material } from '../../../core/model/material.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { misfit } from '../../../core/runs/fits.ts'
import { useTitle } from '../../lib/useTitle.ts'
import type { Saved } from '../../state/api.ts'
import { useThings } from '../../state/queries.ts'
import { BedPicture } from '../../ui/BedPicture.tsx'
import { Button } from '../../ui/Button.tsx'
import { Choice, printerOption } from '../../ui/Choice.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { Press } from '../../ui/Press.tsx'
import { FromFile } from './FromFile.tsx'
import { JobPanel } from './JobPanel.tsx'
import { MaterialPanel } from './MaterialPanel.tsx'

/** `begin` is an unsaved job from a file, and `note` what is unusual about it. */
type Editing =
  | { what: 'job'; kept: Saved<Job> | null; begin?: Job; note?: string | null }
  | { what: 'material'; kept: Saved<Material> | null }

export function Jobs() {
  useTitle('Jobs and materials')
  const query = useThings()
  const things = query.data
  const [editing, setEditing] = useState<Editing | null>(null)
  const [printerId, setPrinterId] = useState<number | null>(null)
  if (!things) return <Pending on={[query]} what="jobs and materials" />
  const printer = (things.printers.find(({ id }) => id === printerId) ?? things.printers[0])?.data
  if (!printer) return <p className="p-6 text-soft">There is no printer yet.</p>
  const close = () => setEditing(null)
  return (
    <Page
      title="Jobs and materials"
      intro="A script is rehearsed for a job: what is printed, where on the bed, and from which materials."
      actions={
        <>
          <Choice
            name="Shown on"
            value={String(things.printers.find(({ data }) => data === printer)?.id)}
            options={things.printers.map(({ id, data }) => printerOption(id, data))}
            onChange={id => setPrinterId(Number(id))}
          />
          <Button onClick={() => setEditing({ what: 'job', kept: null })}>
            <Plus size={15} aria-hidden /> New job
          </Button>
          <Button onClick={() => setEditing({ what: 'material', kept: null })}>
            <Plus size={15} aria-hidden /> New material
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)] gap-8 max-tablet:grid-cols-1">
        <section aria-label="Jobs">
          <h2 className="border-b border-rule pb-1 font-serif text-heading font-semibold">Jobs</h2>
          <ul>
            {things.jobs.map(kept => (
              <li key={kept.id} className="border-b border-rule">
                <Press
                  onClick={() => setEditing({ what: 'job', kept })}
                  className="flex w-full items-center gap-4 px-1 py-2 text-left hover:bg-sunk"
                >
                  <BedPicture
                    printer={printer}
                    strokes={[]}
                    probes={false}
                    size={64}
                    area={areaOn(kept.data, printer)}
                  />
                  <span className="min-w-0 flex-1">
                    <span className="font-semibold">{kept.data.name}</span>
                    <span className="block text-control text-soft">{kept.data.about}</span>
                    <span className="block text-control">{toldJob(kept.data, printer)}</span>
                  </span>
                </Press>
              </li>
            ))}
          </ul>
          <FromFile
            materials={things.materials.map(({ data }) => data)}
            printer={printer}
            onJob={(begin, note) => setEditing({ what: 'job', kept: null, begin, note })}
          />
        </section>
        <section aria-label="Materials">
          <h2 className="border-b border-rule pb-1 font-serif text-heading font-semibold">Materials</h2>
          <ul>
            {things.materials.map(kept => (
              <li key={kept.id} className="border-b border-rule">
                <Press
                  onClick={() => setEditing({ what: 'material', kept })}
                  className="w-full px-1 py-2 text-left hover:bg-sunk"
                >
                  <span className="font-semibold">{kept.data.name}</span>
                  <span className="block text-control">{toldMaterial(kept.data)}</span>
                </Press>
              </li>
            ))}
          </ul>
        </section>
      </div>
      {editing?.what === 'material' && <MaterialPanel kept={editing.kept} onClose={close} />}
      {editing?.what === 'job' && (
        <JobPanel
          kept={editing.kept}
          begin={editing.begin ?? null}
          note={editing.note ?? null}
          printer={printer}
          materials={things.materials.map(({ data }) => data)}
          onClose={close}
        />
      )}
    </Page>
  )
}

function toldJob(job: Job, printer: Printer): string {
  const { left, right, front, back } = areaOn(job, printer)
  const size = `${plain(right - left, 0)} × ${plain(back - front, 0)} mm, ${plain(topOn(job, printer), 1)} mm high`
  const takes = job.takes ? ` · ${duration(job.takes.minutes * 60)}, ${plain(job.takes.grams, 1)} g` : ''
  const odd = misfit(job, printer)
  const count = changeCount(job, printer)
  const changes = count && !odd ? ` · ${plural(count, 'change')} of tools` : ''
  return `${size} · ${listed([...new Set(job.materials)])}${changes}${takes}${odd ? ` · ${odd}` : ''}`
}

const toldMaterial = ({ nozzleC, bedC, oozeSafeC, soakMin, pricePerKg }: Material): string =>
  `nozzle ${nozzleC} °C, bed ${bedC} °C, oozes above ${oozeSafeC} °C${soakMin ? `, heat soak ${soakMin} min` : ''} · ${plain(pricePerKg, 2)} a kg`
