// Brings what another program’s placeholders and branches are worked out with: imported for that alone.
import { AnotherProgram } from '../resolve/another-program.ts'
import { bringOtherPrograms } from '../resolve/other-programs.ts'
import { Placeholders } from '../vocabulary/placeholders.ts'

bringOtherPrograms({
  at: (world, stage, words, guards, tool) =>
    new AnotherProgram(stage, new Placeholders(world, stage.vocabulary, words), guards, tool),
})
