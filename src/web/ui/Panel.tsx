// A dialog in the middle of the screen.
import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'
import { useClosedByEscape } from '../lib/escape.ts'
import { useGivesBack } from '../lib/restore-focus.ts'

type Props = {
  title: string
  about: string
  open: boolean
  onClose: () => void
  /** Sets the initial focus; without it the first element that can have the focus gets it. */
  onOpened?: () => void
  wide?: boolean
  children: ReactNode
}

export function Panel({ title, about, open, onClose, onOpened, wide = false, children }: Props) {
  useGivesBack(open)
  useClosedByEscape(open, onClose)
  if (!open) return null
  const begin = (event: Event) => {
    if (!onOpened) return
    event.preventDefault()
    onOpened()
  }
  return (
    <Dialog.Root open onOpenChange={now => !now && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/40" />
        <Dialog.Content
          onOpenAutoFocus={begin}
          // escape.ts closes the dialog that opened last.
          onEscapeKeyDown={event => event.preventDefault()}
          className={`fixed top-[5vh] left-1/2 z-40 max-h-[90vh] w-[92vw] -translate-x-1/2 overflow-auto rounded-card border border-rule bg-raised p-6 ${wide ? 'max-w-3xl' : 'max-w-md'}`}
        >
          <Dialog.Title className="pr-8 font-serif text-heading font-semibold">{title}</Dialog.Title>
          <Dialog.Description className="mt-1 mb-4 text-soft">{about}</Dialog.Description>
          {children}
          <Dialog.Close
            aria-label="Close"
            className="absolute top-4 right-4 rounded-button p-1.5 text-soft hover:bg-sunk"
          >
            <X size={18} aria-hidden />
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
