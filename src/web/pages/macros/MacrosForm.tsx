// The form around the editors of a printer's macros: its fields, earlier states, and the buttons.
import { type ReactNode, useState } from 'react'
import type { FieldValues } from 'react-hook-form'
import type { Printer } from '../../../core/model/printer.ts'
import type { Form } from '../../lib/useForm.ts'
import { api, type Saved } from '../../state/api.ts'
import { EarlierPanel } from '../../ui/EarlierPanel.tsx'
import { FormEnd } from '../../ui/FormEnd.tsx'
import { LeaveDialog } from '../../ui/LeaveDialog.tsx'

type Props<T extends FieldValues> = {
  form: Form<T>
  printer: Saved<Printer>
  /** Takes the form's values from a printer. */
  earlier: (printer: Printer) => T
  onDone: () => void
  /** Null if there is no page to return to. */
  onClose: (() => void) | null
  children: ReactNode
}

export function MacrosForm<T extends FieldValues>({ form, printer, earlier, onDone, onClose, children }: Props<T>) {
  const [looking, setLooking] = useState(false)
  /** The earlier states of the printer that had different macros. */
  const fetch = async () => {
    const all = (await api.earlierPrinters(printer.id)).map(each => ({ ...each, data: earlier(each.data) }))
    const serialised = (data: T) => JSON.stringify(data)
    return all.filter(({ data }, i) => serialised(data) !== serialised(all[i - 1]?.data ?? earlier(printer.data)))
  }
  return (
    <form
      noValidate
      className="grid content-start gap-3"
      onSubmit={event => void form.submit(event).then(done => done && onDone())}
    >
      {children}
      <FormEnd form={form} kept={null} onEarlier={() => setLooking(true)} onClose={onClose} save="Save the macros" />
      {looking && (
        <EarlierPanel
          name={`the macros of ${printer.data.name}`}
          listOf={`macros ${printer.id}`}
          now={form.value}
          fetch={fetch}
          onTake={before => form.fields.reset(before)}
          onClose={() => setLooking(false)}
        />
      )}
      <LeaveDialog
        what={`the macros of ${printer.data.name}`}
        changed={form.changed}
        save={form.submit}
        undo={form.undo}
      />
    </form>
  )
}
