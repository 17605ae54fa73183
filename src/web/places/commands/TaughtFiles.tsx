// Taught commands taken along as a file, and brought in from one.
import { useState } from 'react'
import type { TaughtCommand } from '../../../core/model/taught.ts'
import { FileButton } from '../../parts/FileButton.tsx'
import { api } from '../../state/api.ts'

export function TaughtFiles({ taught }: { taught: TaughtCommand[] }) {
  const [problem, setProblem] = useState<string | null>(null)
  const bring = async (chosen: File | undefined) => {
    if (!chosen) return
    try {
      await api.bringTaught(JSON.parse(await chosen.text()))
      setProblem(null)
    } catch (error) {
      setProblem(error instanceof SyntaxError ? `“${chosen.name}” is not JSON.` : (error as Error).message)
    }
  }
  return (
    <div className="flex flex-wrap items-center gap-2">
      <p className="text-[14px] text-soft">Taught commands:</p>
      {problem && (
        <p role="alert" className="max-w-64 self-center text-[13px] text-bad">
          {problem}
        </p>
      )}
      <FileButton
        label="A file of taught commands"
        accept="application/json,.json"
        onFile={chosen => void bring(chosen)}
      >
        Bring in a file
      </FileButton>
      {taught.length > 0 && (
        <a
          href="/api/taught/file"
          download
          className="rounded-button border border-rule bg-raised px-3.5 py-1.5 text-[14px] hover:border-soft"
        >
          Export {taught.length}
        </a>
      )}
    </div>
  )
}
