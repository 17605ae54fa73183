// The files to learn a printer from, dropped, chosen or pasted, each with its recognised kind.
import { FileText, X } from 'lucide-react'
import { useRef, useState } from 'react'
import { plural } from '../../../../core/format.ts'
import { type Kind, kindOf } from '../../../../core/learn/file-kind.ts'
import type { PassedOver } from '../../../../core/learn/learn.ts'
import { useDrop } from '../../../lib/useDrop.ts'
import { forgetFiles, giveFiles, giveText, takeBack, useLearning } from '../../../state/files-to-learn.ts'
import { Button } from '../../../ui/Button.tsx'
import { Press } from '../../../ui/Press.tsx'

const kindWords: Record<Kind, string> = {
  config: 'a host’s config',
  'macro-file': 'a file of a card',
  report: 'a board’s report',
  mesh: 'a mesh',
  script: 'a script',
  export: 'a printer, exported',
}

export function GivenFiles({ passedOver }: { passedOver: readonly PassedOver[] }) {
  const files = useLearning(state => state.files)
  const unreadable = useLearning(state => state.unreadable)
  const field = useRef<HTMLInputElement>(null)
  const [pasting, setPasting] = useState<string | null>(null)
  const { over, handlers } = useDrop(data => void giveFiles(data.files))
  return (
    <section aria-label="Files to learn from" className="grid gap-3">
      <div
        {...handlers}
        className={`grid gap-2 rounded-card border-2 border-dashed px-4 py-5 text-center ${over ? 'border-heat bg-raised' : 'border-rule'}`}
      >
        <p className="font-serif text-lead">Drop files here, or paste (Ctrl V)</p>
        <div className="flex justify-center gap-2">
          <Button small onClick={() => field.current?.click()}>
            Choose files…
          </Button>
          <Button small onClick={() => setPasting(pasting === null ? '' : null)}>
            Type or paste…
          </Button>
        </div>
        <input
          ref={field}
          type="file"
          multiple
          aria-label="Files to learn from"
          className="sr-only"
          tabIndex={-1}
          onChange={event => {
            if (event.target.files) void giveFiles([...event.target.files])
            event.target.value = ''
          }}
        />
      </div>
      {pasting !== null && (
        <div className="grid gap-2">
          <textarea
            aria-label="Text from the machine"
            value={pasting}
            onChange={event => setPasting(event.target.value)}
            rows={8}
            spellCheck={false}
            className="w-full rounded-button border border-rule bg-paper px-2 py-1 font-mono text-small"
          />
          <Button
            small
            className="justify-self-start"
            disabled={pasting.trim() === ''}
            onClick={() => {
              void giveText(pasting)
              setPasting(null)
            }}
          >
            Read this
          </Button>
        </div>
      )}
      <ul className="grid gap-1">
        {files.map(file => {
          const sorted = kindOf(file)
          const useless = passedOver.find(each => each.file === file.name && each.line === null)?.why
          const why = useless ?? (sorted.kind === null ? sorted.why : null)
          const about =
            sorted.kind && `${kindWords[sorted.kind]}, ${plural(file.text.trimEnd().split('\n').length, 'line')}`
          return <Given key={file.name} name={file.name} about={why ?? about ?? ''} bad={why !== null} />
        })}
        {unreadable.map(({ file, why }) => (
          <Given key={file} name={file} about={why} bad />
        ))}
      </ul>
      {files.length > 1 && (
        <Button small className="justify-self-start" onClick={forgetFiles}>
          Remove all
        </Button>
      )}
    </section>
  )
}

const Given = ({ name, about, bad }: { name: string; about: string; bad: boolean }) => (
  <li className="flex items-start gap-2 rounded-button bg-raised px-2.5 py-1.5">
    <FileText size={16} aria-hidden className="mt-1 shrink-0 text-soft" />
    <span className="min-w-0 flex-1">
      <span className="block truncate font-mono text-small">{name}</span>
      <span className={`block text-small ${bad ? 'text-bad' : 'text-soft'}`}>{about}</span>
    </span>
    <Press aria-label={`Remove ${name}`} onClick={() => takeBack(name)} className="mt-0.5 text-soft hover:text-ink">
      <X size={16} aria-hidden />
    </Press>
  </li>
)
