// Shown when a saved script is gone but this browser has drafts of it: each opens as a new script.
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { beginFromDraft, isScriptDraft, type ScriptDraftHead, scriptOfKey } from '../../drafts/scripts.ts'
import { allDrafts } from '../../drafts/store.ts'
import { howLongAgo } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'

const draftsOfScript = (scriptId: number): ScriptDraftHead[] =>
  allDrafts()
    .filter(isScriptDraft)
    .filter(({ key }) => {
      const of = scriptOfKey(key)
      return of !== null && 'scriptId' in of && of.scriptId === scriptId
    })

export function DraftsOfGoneScript({ scriptId }: { scriptId: number }) {
  const navigate = useNavigate()
  const [drafts] = useState(() => draftsOfScript(scriptId))
  const openAsNew = async (head: ScriptDraftHead) => {
    const address = await beginFromDraft(head)
    if (address) await navigate(address)
  }
  return drafts.map(draft => (
    <p key={draft.id} className="mt-4 flex items-center gap-3">
      <span>
        What you typed for “{draft.about.name}” is still in this browser, {howLongAgo(draft.changedAt, new Date())}.
      </span>
      <Button onClick={() => void openAsNew(draft)}>Open it as a new script</Button>
    </p>
  ))
}
