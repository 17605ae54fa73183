// What a slicer does by itself, besides filling in placeholders.
import type { Vocabulary } from '../../../core/model/vocabulary.ts'

type Props = { vocabulary: Vocabulary; onChange: (change: Partial<Vocabulary>) => void }

export const SlicerHabits = ({ vocabulary, onChange: change }: Props) => (
  <fieldset className="mt-1 flex flex-wrap gap-6">
    <legend className="sr-only">What else the slicer does</legend>
    <label className="flex items-center gap-2">
      <input
        type="checkbox"
        checked={vocabulary.addsHeating}
        onChange={event => change({ addsHeating: event.target.checked })}
      />
      It adds heating lines to a script that has none
    </label>
    <label className="flex items-center gap-2">
      <input
        type="checkbox"
        checked={vocabulary.resetsFilament}
        onChange={event => change({ resetsFilament: event.target.checked })}
      />
      It sets the filament to zero itself
    </label>
    <label className="flex items-center gap-2">
      <input
        type="checkbox"
        checked={vocabulary.materialOutside}
        onChange={event => change({ materialOutside: event.target.checked })}
      />
      It puts a material’s lines before the start script and after the end script
    </label>
  </fieldset>
)
