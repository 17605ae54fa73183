// Starts a new script: a dropped file, pasted text, or a file from disk.
import { useLayoutEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { somethingOver } from '../../lib/overlays.ts'
import { useDrop } from '../../lib/useDrop.ts'
import { useLatest } from '../../lib/useLatest.ts'
import { type Begun, beginFromFile, beginScript } from '../../state/begin.ts'
import { Button } from '../../ui/Button.tsx'
import { FileButton } from '../../ui/FileButton.tsx'

export function NewScript() {
  const navigate = useNavigate()
  const [problem, setProblem] = useState<string | null>(null)

  const go = async (begun: Promise<Begun>) => {
    setProblem(null)
    const { address, why } = await begun
    if (why !== null) setProblem(why)
    else await navigate(address)
  }
  const begin = (text: string) => go(beginScript(text, ''))
  const take = (file: File | undefined) => file && go(beginFromFile(file))

  const begun = useLatest(begin)
  // In a layout effect: as soon as the page is visible, pasting works.
  useLayoutEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const text = event.clipboardData?.getData('text/plain')
      if (!text || event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return
      if (somethingOver()) return
      event.preventDefault()
      void begun.current(text)
    }
    addEventListener('paste', onPaste)
    return () => removeEventListener('paste', onPaste)
  }, [begun])

  const { over, handlers } = useDrop(data => {
    const text = data.getData('text/plain')
    if (data.files.length === 0 && text) void begin(text)
    else void take(data.files[0])
  })

  return (
    <section
      aria-label="A new script"
      {...handlers}
      className={`rounded-card border border-dashed border-heat px-4 py-5 text-center ${over ? 'bg-heat-fill' : 'bg-raised'}`}
    >
      <h2 className="font-serif text-heading font-semibold">Paste or drop a script</h2>
      <p className="mt-1 mb-3 text-control text-soft">Ctrl V anywhere on this page, or a file dropped here</p>
      <div className="flex justify-center gap-2">
        <FileButton label="A script file" onFile={chosen => void take(chosen)}>
          Open a file
        </FileButton>
        <Button onClick={() => void begin('')}>Begin empty</Button>
      </div>
      {problem && (
        <p role="alert" className="mt-3 text-control text-bad">
          {problem}
        </p>
      )}
    </section>
  )
}
