// Teaching a command: its name, its parameters, and what it does in plain terms.
import { useState } from 'react'
import * as v from 'valibot'
import { families } from '../../../core/firmware/families.ts'
import { sentenceOf } from '../../../core/model/issues.ts'
import { TaughtCommand, type TaughtEffect, takesSeconds, taughtEffects } from '../../../core/model/taught.ts'
import { DialogEnd } from '../../parts/DialogEnd.tsx'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { Panel } from '../../parts/Panel.tsx'
import { taughtWords } from '../../parts/taught.ts'
import { api } from '../../state/api.ts'

type Props = {
  name: string
  onClose: () => void
  onTaught: (command: TaughtCommand) => void
}

/** “S strokes, T which tool” to letters with meanings. */
const parametersOf = (text: string) =>
  text
    .split(',')
    .map(part => part.trim())
    .filter(Boolean)
    .map(part => {
      const [letter = '', ...means] = part.split(/\s+/)
      return { letter, means: means.join(' ') }
    })

export function TeachPanel({ name: firstName, onClose, onTaught }: Props) {
  const [name, setName] = useState(firstName)
  const [family, setFamily] = useState('board')
  const [title, setTitle] = useState('')
  const [parameters, setParameters] = useState('')
  const [effect, setEffect] = useState<TaughtEffect>('harmless')
  const [seconds, setSeconds] = useState('0')
  const [refusal, setRefusal] = useState<string | null>(null)
  const takesTime = takesSeconds(effect)

  const teach = async () => {
    const wanted = {
      family,
      name,
      title,
      parameters: parametersOf(parameters),
      effect,
      seconds: takesTime ? Number(seconds) : 0,
    }
    const parsed = v.safeParse(TaughtCommand, wanted)
    if (!parsed.success) return setRefusal(sentenceOf(parsed.issues))
    try {
      await api.teach(parsed.output)
      onTaught(parsed.output)
    } catch (error) {
      setRefusal((error as Error).message)
    }
  }

  return (
    <Panel
      open
      onClose={onClose}
      title="Teach a command"
      about="A maker’s own command, or a macro of your printer. Its lines are then read and rehearsed as you say here."
    >
      <form
        className="grid gap-3"
        onSubmit={event => {
          event.preventDefault()
          void teach()
        }}
      >
        <div className="grid grid-cols-2 max-[700px]:grid-cols-1 gap-3">
          <Field name="Name">
            {id => (
              <input
                id={id}
                value={name}
                onChange={event => setName(event.target.value)}
                placeholder="M9100 or MY_PURGE"
                className={`${fieldLook} font-mono`}
              />
            )}
          </Field>
          <Field name="Firmware">
            {id => (
              <select id={id} value={family} onChange={event => setFamily(event.target.value)} className={fieldLook}>
                {Object.keys(families).map(each => (
                  <option key={each}>{each}</option>
                ))}
              </select>
            )}
          </Field>
        </div>
        <Field name="In a few words">
          {id => (
            <input
              id={id}
              value={title}
              onChange={event => setTitle(event.target.value)}
              placeholder="Wipe on the side brush"
              className={fieldLook}
            />
          )}
        </Field>
        <Field name="Parameters" hint="if any, with commas between">
          {id => (
            <input
              id={id}
              value={parameters}
              onChange={event => setParameters(event.target.value)}
              placeholder="S strokes, T which tool"
              className={fieldLook}
            />
          )}
        </Field>
        <Field name="What it does">
          {id => (
            <select
              id={id}
              value={effect}
              onChange={event => setEffect(event.target.value as TaughtEffect)}
              className={fieldLook}
            >
              {taughtEffects.map(each => (
                <option key={each} value={each}>
                  {taughtWords[each]}
                </option>
              ))}
            </select>
          )}
        </Field>
        {takesTime && (
          <Field name="Seconds it takes">
            {id => (
              <input
                id={id}
                type="number"
                min="0"
                max="86400"
                value={seconds}
                onChange={event => setSeconds(event.target.value)}
                className={fieldLook}
              />
            )}
          </Field>
        )}
        <DialogEnd refusal={refusal} onClose={onClose} go="Teach it" />
      </form>
    </Panel>
  )
}
