// Says at once, on every page, when a draft could not be stored in this browser, with the ways to keep its text.
import { readableForm } from '../drafts/forms.ts'
import { isScriptDraft } from '../drafts/scripts.ts'
import { failedDrafts, retryFailedDrafts, useDraftStorage } from '../drafts/store.ts'
import { fileName, saveFile } from '../state/files.ts'
import { fromEditor } from '../state/separator.ts'
import { Button } from './Button.tsx'

function downloadFailed(): void {
  for (const draft of failedDrafts())
    if (isScriptDraft(draft)) {
      const { name, separator } = draft.about
      saveFile(fromEditor(draft.text, separator), fileName(name || 'unsaved script'))
    } else saveFile(readableForm(draft.text), 'unsaved form.txt')
}

export function StorageNotice() {
  const failed = useDraftStorage(state => state.failed.size > 0)
  if (!failed) return null
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 border-b border-bad bg-raised px-6 py-1.5 text-bad">
      <p className="min-w-0 flex-1">
        <b>Not kept in this browser: its storage is full.</b> Save what you typed, or download it, before you close this
        tab.
      </p>
      <Button small onClick={retryFailedDrafts}>
        Try again
      </Button>
      <Button small onClick={downloadFailed}>
        Download the text
      </Button>
    </div>
  )
}
