// Drafts of other tabs for a form, each with the choice to put it into the form or to delete it.
import type { FieldValues } from 'react-hook-form'
import { discardDraft, isFree } from '../drafts/store.ts'
import { useTabs } from '../drafts/tab.ts'
import type { Form } from '../lib/useForm.ts'
import { howLongAgo } from '../lib/words.ts'
import { Button } from './Button.tsx'

export function OtherDrafts<T extends FieldValues>({ form }: { form: Form<T> }) {
  // Drawn anew when another tab opens or closes.
  useTabs()
  return form.others.map(other => {
    const { draft, of } = other
    const free = isFree(draft)
    return (
      <p key={draft.id} className="mt-3 flex flex-wrap items-center gap-3 text-control text-warn">
        <span className="min-w-0 flex-1">
          Also not saved: {of && <>“{of}”, </>}typed in {free ? 'an earlier' : 'another'} tab,{' '}
          {howLongAgo(draft.changedAt, new Date())}.
        </span>
        <Button small onClick={() => form.take(other)}>
          Use it here
        </Button>
        {free && (
          <Button small onClick={() => void discardDraft(draft)}>
            Delete it
          </Button>
        )}
      </p>
    )
  })
}
