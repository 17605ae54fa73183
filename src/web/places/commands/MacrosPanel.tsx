// A host's macros: its config file is pasted once, and scripts that call them are rehearsed through them.
import { useMemo, useState } from 'react'
import { plural } from '../../../core/explain/words.ts'
import { readConfig } from '../../../core/macros/config.ts'
import { Button } from '../../parts/Button.tsx'
import { Choice } from '../../parts/Choice.tsx'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { Panel } from '../../parts/Panel.tsx'
import { api, type Things } from '../../state/api.ts'

type Props = {
  printers: Things['printers']
  onClose: () => void
  onChanged: (printer: Things['printers'][number]) => void
}

export function MacrosPanel({ printers, onClose, onChanged }: Props) {
  const hosts = printers.filter(({ data }) => data.firmware.family === 'host')
  const [id, setId] = useState(hosts[0]?.id ?? 0)
  const printer = hosts.find(each => each.id === id)?.data
  const [config, setConfig] = useState(printer?.macros ?? '')
  const [refusal, setRefusal] = useState<string | null>(null)
  const { macros, problems } = useMemo(() => readConfig(config), [config])
  const keep = async () => {
    try {
      onChanged(await api.setMacros(id, config))
      onClose()
    } catch (error) {
      setRefusal((error as Error).message)
    }
  }
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title="Macros of a printer"
      about="Paste the config file of a printer with host firmware. A script that calls one of its macros is then rehearsed through it: its parameters, branches and calls are worked out as the printer would."
    >
      {hosts.length === 0 ? (
        <p>None of your printers has host firmware; only those have macros in a config file.</p>
      ) : (
        <form
          onSubmit={event => {
            event.preventDefault()
            void keep()
          }}
        >
          <Choice
            name="Printer"
            value={String(id)}
            options={hosts.map(each => ({ value: String(each.id), label: each.data.name, about: each.data.about }))}
            onChange={value => {
              setId(Number(value))
              setConfig(hosts.find(each => String(each.id) === value)?.data.macros ?? '')
            }}
          />
          <div className="mt-3 grid grid-cols-[minmax(0,1fr)_230px] gap-4">
            <Field name="Config file">
              {field => (
                <textarea
                  id={field}
                  value={config}
                  rows={16}
                  spellCheck={false}
                  onChange={event => setConfig(event.target.value)}
                  className={`${fieldLook} font-mono text-[13px]`}
                />
              )}
            </Field>
            <section aria-label="What was found">
              <h3 className="font-semibold">{plural(macros.size, 'macro')}</h3>
              <ul className="max-h-72 overflow-auto">
                {[...macros.values()].map(({ name, description, line, renames }) => (
                  <li key={name} className="border-t border-rule py-1 text-[14px]">
                    <span className="font-mono">{name}</span> <span className="text-soft">line {line}</span>
                    {renames && <span className="block text-soft">takes its place; the old one is {renames}</span>}
                    {description && <span className="block text-soft">{description}</span>}
                  </li>
                ))}
              </ul>
              {problems.length > 0 && (
                <ul className="mt-2 border-t border-rule pt-1 text-[14px] text-warn">
                  {problems.slice(0, 8).map(({ line, why }) => (
                    <li key={`${line} ${why}`}>
                      Line {line}: {why}
                    </li>
                  ))}
                </ul>
              )}
            </section>
          </div>
          {refusal && (
            <p role="alert" className="mt-2 text-bad">
              {refusal}
            </p>
          )}
          <div className="mt-3 flex justify-end gap-2">
            <Button onClick={onClose}>Not now</Button>
            <Button main type="submit">
              Keep the macros
            </Button>
          </div>
        </form>
      )}
    </Panel>
  )
}
