// A button with a menu of actions. A page may have hundreds, so a menu is made when its button is first pressed.
import { DropdownMenu } from 'radix-ui'
import {
  type ComponentProps,
  type FocusEvent,
  type KeyboardEvent,
  type MouseEvent,
  type ReactElement,
  useRef,
  useState,
} from 'react'
import { pressedNow, unlessGoneOn } from '../lib/restore-focus.ts'
import { type FinderAction, type MenuAction, possible, useFinderActions } from '../state/registry.ts'

export type MenuProps = {
  /** What the menu is about; for the menu of one item of a list, that item's name. */
  name: string
  /** Whether it is the menu of one item of a list. */
  ofOne?: boolean
  /** Whether the finder lists this menu's actions; false if it lists them already for another reason. */
  inFinder?: boolean
  /** Draws the menu's button; the props make it open the menu. */
  button: (props: ComponentProps<'button'>) => ReactElement
  align?: 'start' | 'end'
  side?: 'right' | 'bottom'
  /** Returns the menu's actions, when the menu is drawn or the finder opens. */
  actions: () => readonly MenuAction[]
}

/** The actions of a menu as the finder lists them. Those of an item's menu name the item, as in “Warm-up: Rename…”. */
const inFinderOf = ({ name, ofOne = false, actions }: MenuProps): FinderAction[] =>
  actions()
    .filter(({ first }) => first === undefined)
    .map(action => ({
      ...action,
      id: `${name} ${action.id}`,
      group: ofOne ? 'In this list' : name,
      title: ofOne ? `${name}: ${action.title}` : action.title,
      aliases: [ofOne ? '' : name, action.about ?? '', action.aliases ?? ''].join(' '),
      ...(ofOne ? { of: name } : {}),
    }))

/** A click whose `detail` is 0 was made by a key or by the finder. */
const byKey = ({ detail }: MouseEvent): boolean => detail === 0

export function Menu(props: MenuProps) {
  const [opened, setOpened] = useState<'by key' | 'by pointer' | null>(null)
  const { inFinder = true } = props
  useFinderActions(() => (inFinder ? inFinderOf(props) : []))
  if (opened) return <OpenedMenu {...props} byKey={opened === 'by key'} />
  return props.button({
    'aria-haspopup': 'menu',
    'aria-expanded': false,
    // Keeps the focus in the field it is in: a field that loses it may show an error, which would move this button from under the pointer.
    onMouseDown: event => event.preventDefault(),
    onClick: (event: MouseEvent) => setOpened(byKey(event) ? 'by key' : 'by pointer'),
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key !== 'ArrowDown') return
      event.preventDefault()
      setOpened('by key')
    },
  })
}

/** A menu that is open when it is first drawn. `byKey`: a key opened it, so its first item gets the focus. */
function OpenedMenu(props: MenuProps & { byKey: boolean }) {
  const { button, align = 'end', side = 'bottom', actions } = props
  const [open, setOpen] = useState(true)
  const entered = useRef(!props.byKey)
  const enter = ({ target, currentTarget }: FocusEvent<HTMLDivElement>) => {
    if (entered.current || target !== currentTarget) return
    entered.current = true
    currentTarget.querySelector<HTMLElement>('[role=menuitem]')?.focus()
  }
  return (
    <DropdownMenu.Root open={open} onOpenChange={setOpen}>
      <DropdownMenu.Trigger
        asChild
        ref={pressedNow}
        // A pointer opens it on pressing; a click without a pointer comes from the finder.
        onClick={event => byKey(event) && setOpen(true)}
      >
        {button({})}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          onFocus={enter}
          onCloseAutoFocus={unlessGoneOn}
          align={align}
          side={side}
          sideOffset={side === 'right' ? 4 : 6}
          // As high as the room allows (a longer menu scrolls), and at most as wide as the window.
          className="z-40 max-h-(--radix-dropdown-menu-content-available-height) max-w-[min(36rem,96vw)] overflow-auto rounded-card border border-rule bg-raised p-1 text-ink shadow-lg [overflow-wrap:anywhere]"
        >
          {possible(actions()).map(action => (
            <Item key={action.id} action={action} />
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

const Item = ({ action: { title, about, icon: Icon, first, run } }: { action: MenuAction }) => (
  <DropdownMenu.Item
    disabled={first !== undefined}
    onSelect={run}
    className="flex cursor-pointer items-center gap-2 rounded-button px-3 py-1.5 outline-none data-highlighted:bg-sunk"
  >
    {Icon && <Icon size={15} aria-hidden />}
    {about ? (
      <span>
        <b>{title}</b>
        <span className="block text-small text-soft">{about}</span>
      </span>
    ) : (
      title
    )}
    {first && <span className="text-soft">{first}</span>}
  </DropdownMenu.Item>
)
