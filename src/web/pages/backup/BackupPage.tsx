// The Backup page: export and import of the shelf, its backups, and the bin.
import { Download } from 'lucide-react'
import { useState } from 'react'
import { useCommand } from '../../lib/useCommand.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { api } from '../../state/api.ts'
import { useBackups, useBin, useShelf, useUnreadable } from '../../state/queries.ts'
import { Button } from '../../ui/Button.tsx'
import { Card } from '../../ui/Card.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { Backups } from './Backups.tsx'
import { Bin } from './Bin.tsx'
import { ImportShelf } from './ImportShelf.tsx'
import { UnreadableItems } from './UnreadableItems.tsx'

const linkLook = 'inline-flex items-center gap-1.5 rounded-button border'

export function BackupPage() {
  useTitle('Backup and export')
  const [shelf, allBackups, binned, unreadable] = [useShelf(), useBackups(), useBin(), useUnreadable()]
  const [message, setMessage] = useState<string | null>(null)
  /** Runs a command on the shelf, and shows its outcome. */
  const command = useCommand(async (act: () => Promise<unknown>, done: string) => {
    setMessage(null)
    await act()
    setMessage(done)
  })
  const attempt = command.run
  const [emptying, setEmptying] = useState('')
  if (!shelf.data || !allBackups.data || !binned.data)
    return <Pending on={[shelf, allBackups, binned]} what="backups and the bin" />
  const { printers } = shelf.data
  const scripts = printers.reduce((sum, each) => sum + each.scripts.length, 0)
  return (
    <Page
      narrow
      title="Backup and export"
      intro="Export the shelf, import one, restore a backup, and find deleted things."
    >
      {message && <Notice good>{message}</Notice>}
      <Failed why={command.problem} onRetry={command.retry} />
      <UnreadableItems things={unreadable.data ?? []} attempt={attempt} />
      <div className="grid grid-cols-2 max-phone:grid-cols-1 gap-6">
        <Card flush aria-labelledby="take-along" className="px-5 py-4">
          <h2 id="take-along" className="font-serif text-heading font-semibold">
            Export the shelf
          </h2>
          <p className="mt-1 mb-3 text-body text-soft">
            One open file, a .zip of JSON and .gcode that you can read, and keep under version control: the same shelf
            gives the same bytes. All revisions, trials and pictures are in it; the bin is not.
          </p>
          <a
            href="/api/archive/shelf.zip"
            download
            className={`${linkLook} border-heat bg-heat px-3.5 py-1.5 text-control font-semibold text-on-heat hover:brightness-110`}
          >
            <Download size={15} aria-hidden /> The whole shelf, {scripts} scripts
          </a>
          <p className="mt-4 text-body text-soft">Or one printer with all that belongs to it:</p>
          <ul className="mt-1.5 flex max-h-32 flex-wrap gap-1.5 overflow-auto">
            {printers.map(({ id, printer }) => (
              <li key={id}>
                <a
                  href={`/api/archive/printers/${id}`}
                  download
                  className={`${linkLook} border-rule bg-raised px-2.5 py-0.5 text-small hover:border-soft`}
                >
                  {printer.name}
                </a>
              </li>
            ))}
          </ul>
        </Card>
        <ImportShelf onDone={setMessage} />
      </div>
      <div className="grid grid-cols-2 max-phone:grid-cols-1 gap-6">
        <Backups
          backups={allBackups.data}
          onRestore={file => void attempt(() => api.restore(file), 'Restored. What was there before is a backup, too.')}
        />
        <div className="grid content-start gap-6">
          <Bin {...binned.data} onSaid={setMessage} />
          <section aria-labelledby="empty-it">
            <h2 id="empty-it" className="border-b border-rule pb-1.5 font-serif text-heading font-semibold">
              Empty the shelf
            </h2>
            <form
              className="mt-2 flex flex-wrap items-center gap-2 text-control text-soft"
              onSubmit={event => {
                event.preventDefault()
                setEmptying('')
                void attempt(() => api.emptyShelf(), 'The shelf is empty. A backup was made before.')
              }}
            >
              <label htmlFor="really">
                This deletes all printers, scripts, refrains and vocabularies, and empties the bin; materials and jobs
                stay. A backup is made first. To confirm, type “empty”:
              </label>
              <input
                id="really"
                value={emptying}
                onChange={event => setEmptying(event.target.value)}
                className="w-28 rounded-button border border-rule bg-paper px-2 py-1 text-ink"
              />
              <Button type="submit" small disabled={emptying.trim().toLowerCase() !== 'empty'}>
                Empty it
              </Button>
            </form>
          </section>
        </div>
      </div>
    </Page>
  )
}
