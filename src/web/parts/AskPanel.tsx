// A dialog that asks for a few words, one field a line; what is refused is shown under them.
import type { ReactNode } from 'react'
import * as v from 'valibot'
import { plainText } from '../../core/model/pieces.ts'
import { DialogEnd } from './DialogEnd.tsx'
import { Panel } from './Panel.tsx'
import { TextField } from './TextField.tsx'
import { useForm } from './useForm.ts'

type Asked = { name: string; hint?: string; value: string; most?: number; needed?: boolean }

type Props = {
  title: string
  about: string
  fields: readonly Asked[]
  /** What the button says that takes the answers. */
  go: string
  /** Takes the answers in the order of the fields. The dialog closes when it is done, and shows why when it throws. */
  onGo: (answers: string[]) => unknown
  onClose: () => void
  /** What stands above the fields. */
  children?: ReactNode
}

const usualMost = 120

const answerTo = ({ most = usualMost, needed = false }: Asked) =>
  v.pipe(plainText(most), v.trim(), v.minLength(needed ? 1 : 0))

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
      // What is proposed can be typed over.
      onOpened={() => form.fields.setFocus('answers.0', { shouldSelect: true })}
    >
      <form noValidate onSubmit={event => void form.submit(event).then(done => done && onClose())}>
        {children}
        <div className="grid gap-3">
          {fields.map(({ name, hint = '', most = usualMost }, i) => (
            <TextField key={name} form={form.fields} path={`answers.${i}`} name={name} hint={hint} most={most} />
          ))}
        </div>
        <DialogEnd refusal={form.refusal} onClose={onClose} go={go} disabled={missing} />
      </form>
    </Panel>
  )
}
