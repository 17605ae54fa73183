// The whole core, whatever a text may need: for all that runs it outside of a page.
import './change-rules.ts'
import './documents.ts'
import './makers.ts'
import './other-programs.ts'
import './templates.ts'
import './vocabulary-rules.ts'
