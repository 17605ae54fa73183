// A dialog that asks for a few words, one field a line; what is refused is said under them.
import { type ReactNode, useState } from 'react'
import { DialogEnd } from './DialogEnd.tsx'
import { Field, fieldLook } from './Field.tsx'
import { Panel } from './Panel.tsx'

export type Asked = { name: string; hint?: string; value: string; most?: number; needed?: boolean }

type Props = {
  title: string
  about: string
  fields: readonly Asked[]
  /** What the button says that takes the answers. */
  go: string
  /** Takes the answers in the order of the fields; gives why not, or null when it is done and the dialog may close. */
  onGo: (answers: string[]) => string | null | Promise<string | null>
  onClose: () => void
  /** What stands above the fields. */
  children?: ReactNode
}

export function AskPanel({ title, about, fields, go, onGo, onClose, children }: Props) {
  const [answers, setAnswers] = useState(fields.map(({ value }) => value))
  const [refusal, setRefusal] = useState<string | null>(null)
  const missing = fields.some(({ needed }, i) => needed && answers[i]?.trim() === '')
  const submit = async () => {
    const why = await onGo(answers.map(answer => answer.trim()))
    if (why === null) onClose()
    else setRefusal(why)
  }
  return (
    <Panel open onClose={onClose} title={title} about={about}>
      <form
        onSubmit={event => {
          event.preventDefault()
          void submit()
        }}
      >
        {children}
        <div className="grid gap-3">
          {fields.map(({ name, hint, most = 120 }, i) => (
            <Field key={name} name={name} {...(hint && { hint })}>
              {id => (
                <input
                  id={id}
                  value={answers[i]}
                  maxLength={most}
                  onChange={event => setAnswers(answers.map((answer, at) => (at === i ? event.target.value : answer)))}
                  className={fieldLook}
                />
              )}
            </Field>
          ))}
        </div>
        <DialogEnd refusal={refusal} onClose={onClose} go={go} disabled={missing} />
      </form>
    </Panel>
  )
}
