// A button that lets a file be chosen; the field itself is there for programs that read the screen, out of sight.
import { useRef } from 'react'
import { Button } from './Button.tsx'

type Props = {
  /** What the file is, as the field is called. */
  label: string
  children: string
  onFile: (file: File | undefined) => void
  accept?: string
  small?: boolean
}

export function FileButton({ label, children, onFile, accept, small = false }: Props) {
  const field = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button small={small} onClick={() => field.current?.click()}>
        {children}
      </Button>
      <input
        ref={field}
        type="file"
        accept={accept}
        aria-label={label}
        className="sr-only"
        tabIndex={-1}
        onChange={event => {
          onFile(event.target.files?.[0])
          // The same file may be chosen again.
          event.target.value = ''
        }}
      />
    </>
  )
}
