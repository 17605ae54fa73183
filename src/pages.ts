// The list of all pages, read by the router, the header, the finder and the server.

/** The sections in the header. Every page belongs to one of them. */
export const sections = [
  { name: 'shelf', title: 'Shelf', path: '/' },
  { name: 'desk', title: 'Desk', path: '/desk' },
  { name: 'runs', title: 'Runs', path: '/runs' },
  { name: 'library', title: 'Library', path: '/commands' },
  { name: 'workshop', title: 'Workshop', path: '/jobs' },
] as const

export type SectionName = (typeof sections)[number]['name']

export type Page = {
  /** The path as the router and the server take it, with parameters: `/desk/:id`. */
  path: string
  section: SectionName
  title: string
  /** Other words that people use for the page's content, for the finder. */
  aliases: string
  /** Whether the page can be opened without a parameter, from a tab or the finder. */
  listed: boolean
}

const page = <P extends string>(
  path: P,
  section: SectionName,
  title: string,
  aliases = '',
  listed = true,
): Page & { path: P } => ({
  path,
  section,
  title,
  aliases,
  listed,
})
/** A documentation page in the Library. */
const reading = <P extends string>(path: P, title: string, aliases: string): Page & { path: P } =>
  page(path, 'library', title, `help docs documentation manual guide ${aliases}`)
const about = <P extends string>(path: P, section: SectionName, title: string): Page & { path: P } =>
  page(path, section, title, '', false)

export const pages = [
  page('/', 'shelf', 'Shelf', 'printers scripts start page home overview'),
  page('/printers/new', 'shelf', 'A new printer', 'add machine describe my printer'),
  page(
    '/printers/learn',
    'shelf',
    'Learn a printer',
    'config printer.cfg settings report M503 M115 import machine detect',
  ),
  about('/printers/:id', 'shelf', 'A printer'),
  page('/macros', 'shelf', 'Macros and config', 'config file macro files host templates include'),
  about('/history/:id', 'shelf', 'History of a script'),
  about('/carry/:id', 'shelf', 'Carry over'),
  about('/carry/:id/several', 'shelf', 'Carry over to several printers'),
  about('/printers/:id/firmware', 'shelf', 'Another firmware'),
  page('/side-by-side', 'shelf', 'Side by side', 'compare diff difference versions two scripts'),
  about('/desk', 'desk', 'Desk'),
  about('/desk/new/:draft', 'desk', 'A new script'),
  about('/desk/:id', 'desk', 'Desk'),
  page('/runs', 'runs', 'Runs', 'many jobs materials all combinations matrix'),
  page(
    '/whole-print',
    'runs',
    'Whole print',
    'tool changes multi material purge tower waste start to end changes cost all scripts in order',
  ),
  page('/commands', 'library', 'Commands', 'command book g-code gcode list reference teach firmware m-codes'),
  about('/commands/:name', 'library', 'A command'),
  page('/checks', 'library', 'Checks', 'rules findings warnings errors what is checked'),
  about('/checks/:name', 'library', 'A check'),
  reading('/read/script-language', 'Script language', 'values settings guards formulas keep marks @ language'),
  reading('/read/rehearsal', 'The rehearsal', 'simulation accuracy ooze heat time what it can not know'),
  reading('/read/checks', 'About checks', 'findings errors warnings advice ignore fixes'),
  reading('/read/learning', 'Learning a printer', 'config settings report describe machine'),
  reading('/read/carrying', 'Carrying over', 'another printer firmware convert port adapt move'),
  reading('/read/changes', 'Changes of tools', 'tool change multi material moments whole print purge tower'),
  reading('/read/macros', 'Macros', 'templates host macro files variables delayed'),
  reading('/read/vocabularies', 'About vocabularies', 'placeholders'),
  reading('/read/shortcuts', 'Shortcuts', 'keys keyboard hotkeys'),
  page('/jobs', 'workshop', 'Jobs and materials', 'filament temperatures print area first layer height'),
  page('/refrains', 'workshop', 'Refrains', 'shared passages snippets reuse copy in many scripts'),
  page('/vocabularies', 'workshop', 'Vocabularies', 'vocabulary placeholders slicer variables words export import'),
  page(
    '/keeping',
    'workshop',
    'Backup, export and the bin',
    'import restore recover undelete archive zip deleted trash throw away',
  ),
] as const satisfies readonly Page[]

export type Path = (typeof pages)[number]['path']

/** The pages of a section that have a tab, in their order. */
export const tabsOf = (section: SectionName): Page[] =>
  section !== 'shelf' && section !== 'desk' ? pages.filter(each => each.listed && each.section === section) : []

/** The page at an address; null if there is none. */
export function pageAt(address: string): Page | null {
  const parts = address.split('/').filter(Boolean)
  const fits = ({ path }: Page) => {
    const wanted = path.split('/').filter(Boolean)
    return wanted.length === parts.length && wanted.every((part, i) => part.startsWith(':') || part === parts[i])
  }
  return pages.find(each => !each.path.includes(':') && fits(each)) ?? pages.find(fits) ?? null
}
