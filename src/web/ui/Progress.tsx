// A progress bar.

type Props = { label: string; done: number; all: number; className?: string }

export const Progress = ({ label, done, all, className = '' }: Props) => (
  <div
    role="progressbar"
    aria-label={label}
    aria-valuemin={0}
    aria-valuemax={all}
    aria-valuenow={done}
    className={`h-2 overflow-hidden rounded-sm bg-sunk ${className}`}
  >
    <div className="h-full bg-heat" style={{ width: `${(done / all) * 100}%` }} />
  </div>
)
