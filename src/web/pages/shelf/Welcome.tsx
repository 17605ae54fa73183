// The first visit: what the application is for, and how to start.
import { PageLink, Press } from '../../ui/Press.tsx'

export function Welcome({ onLookAround }: { onLookAround: () => void }) {
  const look = 'rounded-button border border-rule bg-paper px-3.5 py-1.5 hover:border-soft'
  return (
    <section aria-label="Where to begin" className="mb-4 rounded-card border border-heat bg-raised px-5 py-4">
      <p className="max-w-[68ch] text-lead leading-6">
        Warm Prelude reads the G-code scripts that run around a print, says what each line does, and rehearses them on
        your printer before any metal moves.
      </p>
      <div className="mt-3 flex flex-wrap items-center gap-2.5">
        <span className="text-soft">Paste a script anywhere on this page (Ctrl V), or</span>
        <PageLink to="/printers/new" className={look}>
          Describe my printer
        </PageLink>
        <PageLink to="/printers/learn" className={look}>
          Learn it from its files
        </PageLink>
        <Press onClick={onLookAround} className={look}>
          Look around with the examples
        </Press>
      </div>
    </section>
  )
}
