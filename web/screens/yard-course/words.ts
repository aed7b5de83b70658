import type { Course } from '../../../core/yard';

const lists = {
  lines: 'Line',
  kerbs: 'Kerb',
  walls: 'Wall',
  guides: 'Guide line',
  cones: 'Cone',
  parameters: 'Size',
  frames: 'Turned place',
  stages: 'Stage',
} as const;

const parts: Readonly<Record<string, string>> = {
  from: 'from',
  to: 'to',
  at: 'place',
  x: 'along',
  y: 'across',
  goal: 'where it ends',
  default: 'usual',
  least: 'least',
  most: 'most',
  id: 'name',
  say: 'words',
  heading: 'direction',
};

/** Where in the form a problem is, in the form's own words. */
export function placeTitle(course: Course, path: string): string {
  const [first = '', ...rest] = path.split('.');
  const [, list = first, index = ''] = /^(\w+)\[(\d+)\]$/.exec(first) ?? [];
  const more = rest
    .map((part) => parts[part.replace(/\[\d+\]$/, '')])
    .filter((word) => word !== undefined)
    .join(', ');
  const named = (text: string): string => (more === '' ? text : `${text}, ${more}`);
  if (list in lists && index !== '') {
    const key = list as keyof typeof lists;
    const entry = course[key][Number(index)];
    const own = entry && ('title' in entry ? entry.title : entry.id.replaceAll('-', ' '));
    return named(`${lists[key]} ${Number(index) + 1}${own ? ` (${own})` : ''}`);
  }
  if (list === 'parameters') return `Size ${rest.join(' ')}`;
  if (list === 'start') return named('Start');
  return list === '' ? 'The course' : `${list.charAt(0).toUpperCase()}${list.slice(1)}`;
}
