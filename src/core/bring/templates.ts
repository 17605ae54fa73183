// Brings the template language of hosts: imported for that alone.
import { namesFor } from '../effects/macro-names.ts'
import { bringTemplates } from '../effects/templates.ts'
import { render } from '../macros/template/render.ts'
import { treeOf } from '../macros/template/tree.ts'

bringTemplates({
  linesOf: (recorder, command, macro) => render(macro.gcode, namesFor(recorder, command, macro), recorder.budget),
  treeOf,
})
