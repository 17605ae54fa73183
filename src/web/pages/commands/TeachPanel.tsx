// Teaches a command: its name, its parameters, and its effect in plain terms.
import * as v from 'valibot'
import { families } from '../../../core/firmware/families.ts'
import { TaughtCommand, takesSeconds, taughtEffects } from '../../../core/model/taught.ts'
import { taughtWords } from '../../lib/taught.ts'
import { useForm } from '../../lib/useForm.ts'
import { api } from '../../state/api.ts'
import { Field, fieldLook } from '../../ui/Field.tsx'
import { FormEnd } from '../../ui/FormEnd.tsx'
import { NumberField } from '../../ui/NumberField.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { TextField } from '../../ui/TextField.tsx'

type Props = {
  name: string
  onClose: () => void
  onTaught: (command: TaughtCommand) => void
}

const parameters = TaughtCommand.entries.parameters

/** Parses “S strokes, T which tool” into letters with meanings. */
const parametersOf = (text: string) =>
  text
    .split(',')
    .map(part => part.trim())
    .filter(Boolean)
    .map(part => {
      const [letter = '', ...means] = part.split(/\s+/)
      return { letter, means: means.join(' ') }
    })

/** The values of the form: the parameters are one text. */
const Taught = v.object({
  ...TaughtCommand.entries,
  parameters: v.pipe(
    v.string(),
    v.check(
      text => v.is(parameters, parametersOf(text)),
      'a letter or a word such as TARGET, and what it means; a comma before the next',
    ),
  ),
})
type Taught = v.InferOutput<typeof Taught>

export function TeachPanel({ name, onClose, onTaught }: Props) {
  const form = useForm<Taught>({
    key: `command ${name}`.trim(),
    schema: Taught,
    saved: { family: 'board', name, title: '', parameters: '', effect: 'harmless', seconds: 0 },
    send: async taught => {
      const seconds = takesSeconds(taught.effect) ? taught.seconds : 0
      const command = v.parse(TaughtCommand, { ...taught, parameters: parametersOf(taught.parameters), seconds })
      await api.teach(command)
      onTaught(command)
    },
  })
  const { fields, value } = form
  return (
    <Panel
      open
      onClose={onClose}
      title="Teach a command"
      about="A maker’s own command, or a macro of your printer. From then on it is read and rehearsed as you describe it here."
    >
      <form noValidate className="grid gap-3" onSubmit={event => void form.submit(event)}>
        <div className="grid grid-cols-2 max-phone:grid-cols-1 gap-3">
          <TextField form={fields} path="name" name="Name" example="M9100 or MY_PURGE" mono />
          <Field name="Firmware">
            {id => (
              <select id={id} {...fields.register('family')} className={fieldLook}>
                {Object.keys(families).map(each => (
                  <option key={each}>{each}</option>
                ))}
              </select>
            )}
          </Field>
        </div>
        <TextField form={fields} path="title" name="In a few words" example="Wipe on the side brush" />
        <TextField
          form={fields}
          path="parameters"
          name="Parameters"
          hint="if any, with commas between"
          example="S strokes, T which tool"
        />
        <Field name="What it does">
          {id => (
            <select id={id} {...fields.register('effect')} className={fieldLook}>
              {taughtEffects.map(each => (
                <option key={each} value={each}>
                  {taughtWords[each]}
                </option>
              ))}
            </select>
          )}
        </Field>
        {takesSeconds(value.effect) && <NumberField form={fields} path="seconds" name="Seconds it takes" />}
        <FormEnd form={form} kept={null} onEarlier={null} onClose={onClose} save="Teach it" />
      </form>
    </Panel>
  )
}
