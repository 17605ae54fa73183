// Asks why a finding is ignored; the reason is saved in the script.
import type { Finding } from '../../../../core/check/finding.ts'
import { unparted } from '../../../lib/words.ts'
import { propose } from '../../../state/preview.ts'
import { AskPanel } from '../../../ui/AskPanel.tsx'

export const IgnoredPanel = ({ finding, onClose }: { finding: Finding; onClose: () => void }) => (
  <AskPanel
    title={`Ignore this on line ${finding.line}`}
    about="It is ignored for this line as it is now, and shown again when the line changes. The reason is written above the line, as a keep mark."
    fields={[{ name: 'Why it is fine here', value: '', needed: true }]}
    go="Show it"
    onGo={([reason = '']) => void propose({ do: 'set-aside', rule: finding.rule, line: finding.line, reason })}
    onClose={onClose}
  >
    <p className="mb-3 text-control">{unparted(finding.message)}</p>
  </AskPanel>
)
