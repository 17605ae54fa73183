// The button of a choice: the chosen value and an arrow, cut off where there is too little room.
import { ChevronDown } from 'lucide-react'

export const choiceButtonLook = 'flex max-w-full items-center gap-1 rounded-sm font-semibold hover:text-heat'

export const Chosen = ({ label }: { label: string }) => (
  <>
    <span className="truncate">{label}</span>
    <ChevronDown size={15} aria-hidden className="shrink-0" />
  </>
)

/** The name of a choice, above its button. */
export const ChoiceName = ({ name }: { name: string }) => (
  <div className="truncate text-small leading-4 whitespace-nowrap text-soft">{name}</div>
)
