// A dialog with a few text fields. If the answers are refused, the reason is shown below the fields.
import type { ReactNode } from 'react'
import * as v from 'valibot'
import { plainText } from '../../core/model/pieces.ts'
import { useForm } from '../lib/useForm.ts'
import { DialogEnd } from './DialogEnd.tsx'
import { Panel } from './Panel.tsx'
import { TextField } from './TextField.tsx'

type Asked = { name: string; hint?: string; value: string; max?: number; needed?: boolean }

type Props = {
  title: string
  about: string
  fields: readonly Asked[]
  /** Label of the button that submits the answers. */
  go: string
  /** Gets the answers, in the order of the fields. The dialog closes when this has finished; an error's message is shown in it. */
  onGo: (answers: string[]) => unknown
  onClose: () => void
  /** Shown above the fields. */
  children?: ReactNode
}

const usualMax = 120

const answerTo = ({ max = usualMax, needed = false }: Asked) =>
  v.pipe(plainText(max), v.trim(), v.minLength(needed ? 1 : 0))

export function AskPanel({ title, about, fields, go, onGo, onClose, children }: Props) {
  const form = useForm<{ answers: string[] }>({
    key: null,
    schema: v.object({ answers: v.strictTuple(fields.map(answerTo)) }),
    saved: { answers: fields.map(({ value }) => value) },
    send: async ({ answers }) => {
      await onGo(answers)
    },
  })
  const missing = fields.some(({ needed }, i) => needed && form.value.answers[i]?.trim() === '')
  return (
    <Panel
      open
      onClose={onClose}
      title={title}
      about={about}
      // The proposed text is selected, so that typing replaces it.
      onOpened={() => form.fields.setFocus('answers.0', { shouldSelect: true })}
    >
      <form noValidate onSubmit={event => void form.submit(event).then(done => done && onClose())}>
        {children}
        <div className="grid gap-3">
          {fields.map(({ name, hint = '', max = usualMax }, i) => (
            <TextField key={name} form={form.fields} path={`answers.${i}`} name={name} hint={hint} max={max} />
          ))}
        </div>
        <DialogEnd refusal={form.refusal} onClose={onClose} go={go} disabled={missing} />
      </form>
    </Panel>
  )
}
