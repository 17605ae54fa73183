// Chooses the value that a slicer's placeholder stands for: a value, of the tool in use or of a certain tool.
import { textSpecs, valueSpecs } from '../../core/formula/values.ts'
import { perTool } from '../../core/vocabulary/guess.ts'

type Props = { word: string; value: string | null; none: string; onChange: (value: string | null) => void }

const look = 'min-w-0 rounded-button border border-rule bg-paper px-2 py-1'

/** Tools that a placeholder can be for. */
const tools = [0, 1, 2, 3, 4, 5, 6, 7]

export function ValueChoice({ word, value, none, onChange }: Props) {
  const [name, tool] = value?.split(' of T') ?? []
  return (
    <span className="flex gap-2">
      <select
        aria-label={`What ${word} means`}
        value={name ?? ''}
        onChange={event => onChange(event.target.value || null)}
        className={`w-full max-w-md ${look}`}
      >
        <option value="">{none}</option>
        {valueSpecs.map(spec => (
          <option key={spec.name} value={spec.name}>
            {spec.name} – {spec.says}
          </option>
        ))}
        {textSpecs.map(spec => (
          <option key={spec.name} value={spec.name}>
            {spec.name} – {spec.says}, a text
          </option>
        ))}
        <option value="uses">uses – whether the job uses the tool that follows the placeholder</option>
      </select>
      {name !== undefined && perTool.has(name) && (
        <select
          aria-label={`The tool of ${word}`}
          value={tool ?? ''}
          onChange={event => onChange(event.target.value === '' ? name : `${name} of T${event.target.value}`)}
          className={`shrink-0 ${look}`}
        >
          <option value="">of the tool in use</option>
          {tools.map(each => (
            <option key={each} value={each}>
              of T{each}
            </option>
          ))}
        </select>
      )}
    </span>
  )
}
