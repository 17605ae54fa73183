// A host's config file, pasted or changed as text.
import { useMemo, useState } from 'react'
import { plural } from '../../../core/format.ts'
import { readConfig } from '../../../core/macros/config.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { api, type Kept } from '../../state/api.ts'
import { KeepEnd } from './KeepEnd.tsx'

type Props = {
  printer: Kept<Printer>
  /** A config pasted as a script, to be put behind what the printer has; empty where there is none. */
  brought: string
  onDone: (printer: Kept<Printer>) => void
  onClose: (() => void) | null
}

export function ConfigForm({ printer, brought, onDone, onClose }: Props) {
  const [config, setConfig] = useState([printer.data.macros, brought].filter(Boolean).join('\n\n'))
  const { macros, problems } = useMemo(() => readConfig(config), [config])
  const [first] = problems
  return (
    <KeepEnd keep={() => api.setMacros(printer.id, config)} onDone={onDone} onClose={onClose}>
      <Field name="Config file" hint="pasted as the host has it">
        {id => (
          <textarea
            id={id}
            value={config}
            rows={18}
            spellCheck={false}
            onChange={event => setConfig(event.target.value)}
            className={`${fieldLook} font-mono text-[14px]`}
          />
        )}
      </Field>
      <p role="status" className="text-[14px] text-soft">
        {plural(macros.size, 'macro')}
        {first && (
          <span className="text-warn">
            {' '}
            · Line {first.line}: {first.why}
            {problems.length > 1 && ` And ${problems.length - 1} more.`}
          </span>
        )}
      </p>
    </KeepEnd>
  )
}
