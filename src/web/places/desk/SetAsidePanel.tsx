// Asks why a finding is set aside; the answer is kept in the script.
import { useState } from 'react'
import type { Finding } from '../../../core/check/finding.ts'
import { Button } from '../../parts/Button.tsx'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { Panel } from '../../parts/Panel.tsx'
import { propose } from '../../state/preview.ts'

export function SetAsidePanel({ finding, onClose }: { finding: Finding; onClose: () => void }) {
  const [reason, setReason] = useState('')
  return (
    <Panel
      open
      onClose={onClose}
      title={`Set this aside on line ${finding.line}`}
      about="It keeps silent for this line as it is now, and speaks again when the line changes. The reason stands above the line, as a keep mark."
    >
      <form
        onSubmit={event => {
          event.preventDefault()
          void propose({ do: 'set-aside', rule: finding.rule, line: finding.line, reason })
          onClose()
        }}
      >
        <p className="mb-3 text-[14px]">{finding.message}</p>
        <Field name="Why it is fine here">
          {id => (
            <input
              id={id}
              value={reason}
              maxLength={120}
              onChange={event => setReason(event.target.value)}
              className={fieldLook}
            />
          )}
        </Field>
        <div className="mt-4 flex justify-end gap-2">
          <Button onClick={onClose}>Not now</Button>
          <Button main type="submit" disabled={reason.trim() === ''}>
            Show it
          </Button>
        </div>
      </form>
    </Panel>
  )
}
