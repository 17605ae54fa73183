// How a job uses its tools: all in every layer, each in certain layers or heights, or a list from a print file.
import { Plus, X } from 'lucide-react'
import type { UseFormReturn } from 'react-hook-form'
import { plural } from '../../../core/format.ts'
import { changeCount, everywhere } from '../../../core/model/changes.ts'
import { type Job, toolsUsed, type Use } from '../../../core/model/job.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Press } from '../../ui/Press.tsx'
import { MaybeNumber } from './MaybeNumber.tsx'

type Form = UseFormReturn<Job, unknown, Job>
type Ways = NonNullable<Job['changes']>

const kindOf = (changes: Job['changes']): 'all' | 'layers' | 'list' => (changes === null ? 'all' : changes.kind)

export function ChangesFields({ form, job, printer }: { form: Form; job: Job; printer: Printer }) {
  const { changes } = job
  const blends = printer.tools.some(({ mixingInputs }) => mixingInputs > 1)
  if (job.materials.length === 1 && changes === null && !blends) return null
  const set = (now: Ways | null) => form.setValue('changes', now, { shouldDirty: true })
  const count = changeCount(job, printer)
  return (
    <fieldset className="grid gap-2 border-t border-rule pt-2">
      <legend className="sr-only">Changes of tools</legend>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-1">
        <Choice
          name="Changes of tools"
          value={kindOf(changes)}
          options={[
            { value: 'all', label: 'every tool in every layer', about: 'with the fewest changes' },
            { value: 'layers', label: 'by layer or height', about: 'each tool where it prints' },
            ...(changes?.kind === 'list'
              ? [{ value: 'list', label: 'as the print file has them', about: plural(changes.list.length, 'change') }]
              : []),
          ]}
          onChange={kind => {
            if (kind === 'all') set(null)
            if (kind === 'layers' && changes?.kind !== 'layers')
              set({ kind: 'layers', order: 'fewest', uses: toolsUsed(job).map(everywhere) })
          }}
        />
        {changes?.kind === 'layers' && (
          <Choice
            name="Within a layer"
            value={changes.order}
            options={[
              { value: 'fewest', label: 'the one in use first', about: 'fewest changes' },
              { value: 'by-number', label: 'by their number', about: 'T0, then T1, in every layer' },
            ]}
            onChange={order => set({ ...changes, order: order === 'fewest' ? 'fewest' : 'by-number' })}
          />
        )}
        <p role="status" className="text-soft">
          {plural(count, 'change')} on {printer.name}
        </p>
      </div>
      {changes?.kind === 'layers' && <Uses form={form} changes={changes} onChange={set} />}
    </fieldset>
  )
}

type UsesProps = { form: Form; changes: Extract<Ways, { kind: 'layers' }>; onChange: (now: Ways) => void }

function Uses({ form, changes, onChange }: UsesProps) {
  const { uses } = changes
  const max = Math.max(7, ...uses.map(({ tool }) => tool))
  const put = (which: number, part: Partial<Use>) =>
    onChange({ ...changes, uses: uses.map((use, i) => (i === which ? { ...use, ...part } : use)) })
  return (
    <ul className="grid gap-1.5">
      {uses.map((use, i) => {
        const byLayer = use.fromLayer !== null || use.toLayer !== null
        const [from, to] = byLayer ? (['fromLayer', 'toLayer'] as const) : (['fromMm', 'toMm'] as const)
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
          <li key={i} className="flex flex-wrap items-end gap-3">
            <Choice
              name="Tool"
              value={String(use.tool)}
              options={Array.from({ length: max + 1 }, (_, tool) => ({ value: String(tool), label: `T${tool}` }))}
              onChange={tool => put(i, { tool: Number(tool) })}
            />
            <Choice
              name="Counted by"
              value={byLayer ? 'layer' : 'mm'}
              options={[
                { value: 'mm', label: 'height' },
                { value: 'layer', label: 'layer' },
              ]}
              onChange={by => put(i, by === 'layer' ? { ...everywhere(use.tool), fromLayer: 1 } : everywhere(use.tool))}
            />
            <MaybeNumber form={form} path={`changes.uses.${i}.${from}`} name={byLayer ? 'From layer' : 'Over (mm)'} />
            <MaybeNumber form={form} path={`changes.uses.${i}.${to}`} name={byLayer ? 'To layer' : 'Up to (mm)'} />
            <Press
              aria-label={`Take row ${i + 1} out`}
              onClick={() => onChange({ ...changes, uses: uses.filter((_, each) => each !== i) })}
              className="mb-1.5 rounded-sm p-1 text-soft hover:bg-sunk hover:text-ink"
            >
              <X size={16} aria-hidden />
            </Press>
          </li>
        )
      })}
      <li>
        <Button
          small
          onClick={() => onChange({ ...changes, uses: [...uses, everywhere((uses.at(-1)?.tool ?? 0) + 1)] })}
        >
          <Plus size={14} aria-hidden /> Another row
        </Button>
      </li>
    </ul>
  )
}
