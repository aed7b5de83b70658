import { useLayoutEffect } from 'react';
import { Outlet, useLocation, useMatches } from 'react-router';

/** Names the window after the screen that is open. A screen of somebody or something puts its name in its place. */
export function Titled() {
  const matches = useMatches();
  const { pathname } = useLocation();
  const titles = matches.flatMap(({ handle }) => (hasTitle(handle) ? [handle.title] : []));
  const title = titles.at(-1);
  // Before the effects of the screen itself, which may know a better name.
  useLayoutEffect(() => {
    document.title = title === undefined ? 'Jasperwren' : `${title}, Jasperwren`;
  }, [title, pathname]);
  return <Outlet />;
}

const hasTitle = (handle: unknown): handle is { readonly title: string } =>
  typeof handle === 'object' && handle !== null && 'title' in handle;
