// A script with a slicer's placeholders, read into our values, and the places that could not be read.
import { plural } from '../../../core/format.ts'
import type { toOurs } from '../../../core/vocabulary/to-ours.ts'

type Props = Pick<ReturnType<typeof toOurs>, 'text' | 'untranslatable'>

export const InOurValues = ({ text, untranslatable }: Props) => (
  <section aria-label="In our values" className="mt-4">
    <h2 className="font-serif text-heading font-semibold">
      In our values{' '}
      <span className="font-sans text-control font-normal text-soft">
        {untranslatable.length === 0
          ? 'everything has a placeholder'
          : `${plural(untranslatable.length, 'place')} to look at`}
      </span>
    </h2>
    {untranslatable.length > 0 && (
      <ul className="mt-1 max-h-32 overflow-auto text-control">
        {untranslatable.map(({ line, what }) => (
          <li key={`${line} ${what}`}>
            Line {line}: <code className="font-mono">{what}</code>
          </li>
        ))}
      </ul>
    )}
    <pre className="mt-1 max-h-52 overflow-auto rounded-button border border-rule bg-raised px-3 py-2 font-mono text-small leading-[18px]">
      {text}
    </pre>
  </section>
)
