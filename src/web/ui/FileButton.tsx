// A button that opens the file chooser. The file input itself is visually hidden, for screen readers.
import { useRef } from 'react'
import { Button } from './Button.tsx'

type Props = {
  /** The label of the file input. */
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
          // Resets the input, so that the same file can be chosen again.
          event.target.value = ''
        }}
      />
    </>
  )
}
