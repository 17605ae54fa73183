// The parts of the template parser that we use: its syntax trees, and nothing that would run them.
declare module 'nunjucks/src/parser.js' {
  export function parse(
    source: string,
    extensions: readonly never[],
    options: { tags: Record<string, string> },
  ): unknown
}
