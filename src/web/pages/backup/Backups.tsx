// The list of backups, each of which can be restored.
import { useState } from 'react'
import type { Backup } from '../../../core/model/stored.ts'
import { Button } from '../../ui/Button.tsx'
import { Confirm } from '../../ui/Confirm.tsx'

const reasons: Record<string, string> = {
  daily: 'of the day',
  'before-import': 'before an import',
  'before-update': 'before an update',
  'before-emptying': 'before the shelf was emptied',
  'before-restoring': 'before a backup was restored',
}

type Props = { backups: readonly Backup[]; onRestore: (file: string) => void }

export function Backups({ backups, onRestore }: Props) {
  const [asking, setAsking] = useState<string | null>(null)
  return (
    <section aria-labelledby="backups">
      <h2 id="backups" className="border-b border-rule pb-1.5 font-serif text-heading font-semibold">
        Backups
      </h2>
      {backups.length === 0 && <p className="py-2 text-soft">None yet. One is made on each day that you use this.</p>}
      <ul>
        {backups.map(({ file, madeAt, reason, bytes }) => (
          <li key={file} className="flex items-center gap-3 border-b border-rule py-1.5">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">
                {new Date(madeAt).toLocaleString('en', { dateStyle: 'medium', timeStyle: 'short' })}
              </span>
              <span className="block text-control text-soft">
                {reasons[reason] ?? reason}, {(bytes / 1_000_000).toFixed(1)} MB
              </span>
            </span>
            <Button small onClick={() => setAsking(file)}>
              Restore…
            </Button>
          </li>
        ))}
      </ul>
      {asking && (
        <Confirm
          title="Restore this backup"
          about="The whole shelf is replaced by this backup. The current one is backed up first."
          go="Restore the shelf"
          onGo={async () => onRestore(asking)}
          onClose={() => setAsking(null)}
        />
      )}
    </section>
  )
}
