// The fields of a printer in their sections, with buttons that add and remove tools.
import type { UseFormReturn } from 'react-hook-form'
import type { Printer } from '../../../core/model/printer.ts'
import { withoutTool, withTool } from '../../../core/model/tools.ts'
import { Button } from '../../ui/Button.tsx'
import { sectionsOf } from './fields.ts'
import { OneField } from './OneField.tsx'

type Props = {
  form: UseFormReturn<Printer>
  printer: Printer
  /** The printer without unsaved changes. */
  saved: Printer
  onChange: (change: Partial<Printer>) => void
}

export const PrinterFields = ({ form, printer, saved, onChange: change }: Props) =>
  sectionsOf(printer).map(({ title, about, fields: asked, tool }) => (
    <fieldset key={`${title} ${tool}`} className="border-t border-rule pt-2">
      <legend className="pr-3 font-serif text-heading font-semibold">{title}</legend>
      {about && <p className="mb-1 text-control text-soft">{about}</p>}
      <div className="grid grid-cols-4 gap-x-4 gap-y-2 max-phone:grid-cols-2">
        {asked.map(field => (
          <OneField key={field.path} field={field} form={form} printer={printer} saved={saved} onChange={change} />
        ))}
      </div>
      {tool !== undefined && (
        <p className="mt-2 flex gap-2">
          {printer.tools.length > 1 && (
            <Button small onClick={() => change(withoutTool(printer, tool))}>
              Remove T{tool}
            </Button>
          )}
          {tool === printer.tools.length - 1 && (
            <Button small onClick={() => change(withTool(printer))}>
              Add a tool
            </Button>
          )}
        </p>
      )}
    </fieldset>
  ))
