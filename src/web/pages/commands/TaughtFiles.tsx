// Exports taught commands to a file, and imports them from one.
import type { TaughtCommand } from '../../../core/model/taught.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { api } from '../../state/api.ts'
import { Failed } from '../../ui/Failed.tsx'
import { FileButton } from '../../ui/FileButton.tsx'

function parsed(text: string, name: string) {
  try {
    return JSON.parse(text)
  } catch {
    throw new Error(`“${name}” is not JSON.`)
  }
}

export function TaughtFiles({ taught }: { taught: TaughtCommand[] }) {
  const importing = useCommand(async (chosen: File) => {
    await api.importTaught(parsed(await chosen.text(), chosen.name))
  })
  return (
    <div className="flex flex-wrap items-center gap-2">
      <p className="text-control text-soft">Taught commands:</p>
      <Failed why={importing.problem} onRetry={importing.retry} />
      <FileButton
        label="A file of taught commands"
        accept="application/json,.json"
        onFile={chosen => chosen && void importing.run(chosen)}
      >
        Bring in a file
      </FileButton>
      {taught.length > 0 && (
        <a
          href="/api/taught/file"
          download
          className="rounded-button border border-rule bg-raised px-3.5 py-1.5 text-control hover:border-soft"
        >
          Export {taught.length}
        </a>
      )}
    </div>
  )
}
