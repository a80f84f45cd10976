import * as Menu from '@radix-ui/react-dropdown-menu';
import { Link, NavLink, useLocation } from 'react-router';
import { VIEWS } from './views';

/** The views that stand at the foot of a phone by themselves; the others are one press further. */
const AT_FOOT = ['/', '/week', '/shelf'];

/** On a phone the views are reached with the thumb, at the foot of the page. */
export default function FootNav() {
  const { pathname } = useLocation();
  const others = VIEWS.filter(([to]) => !AT_FOOT.includes(to));
  const open = others.find(([to]) => pathname.startsWith(to));
  return (
    <nav aria-label="Views" className="flex min-w-0 flex-1">
      {VIEWS.filter(([to]) => AT_FOOT.includes(to)).map(([to, name]) => (
        <NavLink
          key={to}
          to={to}
          end={to === '/'}
          className={({ isActive }) =>
            `inline-flex min-h-[48px] flex-auto items-center justify-center px-0.5 underline-offset-[6px] ${isActive ? 'font-semibold underline decoration-2' : ''}`
          }
        >
          {name}
        </NavLink>
      ))}
      <Menu.Root>
        <Menu.Trigger asChild>
          <button
            type="button"
            className={`min-h-[48px] min-w-0 flex-auto cursor-pointer truncate px-0.5 underline-offset-[6px] ${open ? 'font-semibold underline decoration-2' : ''}`}
          >
            {open?.[1] ?? 'More'}
          </button>
        </Menu.Trigger>
        <Menu.Portal>
          <Menu.Content className="menu" side="top" align="center" collisionPadding={8}>
            {others.map(([to, name]) => (
              <Menu.Item key={to} asChild>
                <Link className="menu-item !min-h-[48px]" to={to}>
                  {name}
                </Link>
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Portal>
      </Menu.Root>
    </nav>
  );
}
