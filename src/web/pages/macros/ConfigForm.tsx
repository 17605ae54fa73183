// A host's config file, pasted or edited as text.
import { lazy, Suspense, useMemo } from 'react'
import * as v from 'valibot'
import { plural } from '../../../core/format.ts'
import { readConfig } from '../../../core/macros/config.ts'
import { plainText } from '../../../core/model/pieces.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { useForm } from '../../lib/useForm.ts'
import { api, type Saved } from '../../state/api.ts'
import { MacrosForm } from './MacrosForm.tsx'

const Config = v.object({ config: plainText(400_000) })

const ConfigEditor = lazy(() => import('./ConfigEditor.tsx'))

type Props = {
  printer: Saved<Printer>
  /** A config that was pasted as a script, appended to the printer's config; empty if there is none. */
  pastedConfig: string
  onDone: () => void
  onClose: (() => void) | null
}

export function ConfigForm({ printer, pastedConfig, onDone, onClose }: Props) {
  const form = useForm<{ config: string }>({
    key: `config ${printer.id}`,
    of: printer.data.name,
    schema: Config,
    saved: { config: printer.data.macros },
    begin: { config: [printer.data.macros, pastedConfig].filter(Boolean).join('\n\n') },
    send: ({ config }) => api.setMacros(printer.id, config),
  })
  const { config } = form.value
  const { macros, problems } = useMemo(
    () => readConfig(config, printer.data.configFiles),
    [config, printer.data.configFiles],
  )
  const [first] = problems
  return (
    <MacrosForm
      form={form}
      printer={printer}
      earlier={({ macros }) => ({ config: macros })}
      onDone={onDone}
      onClose={onClose}
    >
      <div>
        <p className="font-semibold">
          Config file <span className="font-normal text-soft">(pasted as the host has it)</span>
        </p>
        <Suspense fallback={<p className="py-2 text-soft">Opening the editor…</p>}>
          <ConfigEditor name="Config file" value={config} onChange={text => form.fields.setValue('config', text)} />
        </Suspense>
      </div>
      <p role="status" className="text-control text-soft">
        {plural(macros.size, 'macro')}
        {first && (
          <span className="text-warn">
            {' '}
            · {first.file ? `${first.file}, line` : 'Line'} {first.line}: {first.why}
            {problems.length > 1 && ` And ${problems.length - 1} more.`}
          </span>
        )}
      </p>
    </MacrosForm>
  )
}
