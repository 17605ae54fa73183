// The draft that a form opened with, with the way back to what is saved; and the drafts of other tabs.
import type { FieldValues } from 'react-hook-form'
import type { Form } from '../lib/useForm.ts'
import { Button } from './Button.tsx'
import { OtherDrafts } from './OtherDrafts.tsx'

export const DraftRestored = <T extends FieldValues>({ form }: { form: Form<T> }) => (
  <>
    {form.waited && form.changed && (
      <p className="mt-3 flex items-center gap-3 text-control text-warn">
        {form.waited}
        <Button small onClick={form.undo}>
          Undo the changes
        </Button>
      </p>
    )}
    <OtherDrafts form={form} />
  </>
)
