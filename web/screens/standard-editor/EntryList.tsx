import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import Add from '@mui/icons-material/Add';
import Delete from '@mui/icons-material/DeleteOutlined';
import DragIndicator from '@mui/icons-material/DragIndicator';
import ExpandMore from '@mui/icons-material/ExpandMore';
import { Box, Button, ButtonBase, IconButton, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { colour } from '../../parts/ui';
import { valueAt, withEntry, withMoved, withoutEntry, type Path } from '../../parts/form';
import { entryOf, problemsAt, useEditor } from './editor';

interface Props<T> {
  readonly path: Path;
  /** What one entry is, such as "limit". */
  readonly noun: string;
  readonly titleOf: (entry: T, index: number) => string;
  readonly moreOf?: (entry: T, index: number) => ReactNode;
  readonly blank: () => T;
  readonly children: (entry: T, path: Path, index: number) => ReactNode;
  readonly empty?: string;
}

/** A list of things to open, change, put in order by dragging (or by space and arrows), add and take away. */
export function EntryList<T>({ path, noun, titleOf, moreOf, blank, children, empty }: Props<T>) {
  const { draft, problems, change } = useEditor();
  const entries = (valueAt(draft, path) as readonly T[] | undefined) ?? [];
  const [asked, setAsked] = useState<number | null | undefined>(undefined);
  // Until something is opened or shut by hand, the first entry with a problem stands open.
  const firstBroken = problemsAt(problems, path)
    .map((problem) => entryOf(problem, path))
    .find((index) => index !== null);
  const open = asked === undefined ? (firstBroken ?? null) : asked;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const named = (id: string | number): string => {
    const entry = entries[Number(id)];
    return entry === undefined ? noun : titleOf(entry, Number(id)) || noun;
  };
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${named(active.id)} is lifted. Arrows move it, space puts it down.`,
    onDragOver: ({ over }) => (over ? `At place ${Number(over.id) + 1} of ${entries.length}.` : 'Outside.'),
    onDragEnd: ({ active, over }) =>
      over ? `${named(active.id)} is put down at place ${Number(over.id) + 1}.` : 'Put back.',
    onDragCancel: () => 'Put back where it was.',
  };
  return (
    <Box>
      {entries.length === 0 ? (
        <Typography sx={{ color: 'text.secondary', mb: 1 }}>{empty ?? `No ${noun} yet.`}</Typography>
      ) : null}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        accessibility={{
          announcements,
          screenReaderInstructions: {
            draggable: 'Space lifts, arrows move, space puts down, Escape puts back.',
          },
        }}
        onDragEnd={({ active, over }) => {
          if (!over || active.id === over.id) return;
          setAsked(null);
          change([...path, 'order', active.id, over.id], (before) =>
            withMoved(before, path, Number(active.id), Number(over.id)),
          );
        }}
      >
        <SortableContext items={entries.map((_, n) => String(n))} strategy={verticalListSortingStrategy}>
          {entries.map((entry, n) => {
            const own = [...path, n];
            return (
              <Entry
                key={n}
                index={n}
                title={titleOf(entry, n) || `New ${noun}`}
                noun={noun}
                more={moreOf?.(entry, n)}
                broken={problemsAt(problems, own).length}
                open={open === n}
                onOpen={() => setAsked(open === n ? null : n)}
                onRemove={() => {
                  setAsked(null);
                  change([...path, 'remove', entries.length], (before) => withoutEntry(before, path, n));
                }}
              >
                {open === n ? children(entry, own, n) : null}
              </Entry>
            );
          })}
        </SortableContext>
      </DndContext>
      <Button
        variant="outlined"
        startIcon={<Add />}
        sx={{ mt: 1.5 }}
        onClick={() => {
          setAsked(entries.length);
          change([...path, 'add', entries.length], (before) => withEntry(before, path, blank()));
        }}
      >
        Add a {noun}
      </Button>
    </Box>
  );
}

interface EntryProps {
  readonly index: number;
  readonly title: string;
  readonly noun: string;
  readonly more: ReactNode;
  readonly broken: number;
  readonly open: boolean;
  readonly onOpen: () => void;
  readonly onRemove: () => void;
  readonly children: ReactNode;
}

function Entry({ index, title, noun, more, broken, open, onOpen, onRemove, children }: EntryProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id: String(index) });
  return (
    <Box
      ref={setNodeRef}
      sx={{
        border: `1px solid ${colour(broken > 0 ? 'jasper' : open ? 'strongLine' : 'line')}`,
        borderRadius: 1,
        mb: 0.75,
        bgcolor: colour('card'),
        position: 'relative',
        zIndex: isDragging ? 2 : 'auto',
      }}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <Box sx={{ display: 'flex', alignItems: 'stretch' }}>
        <IconButton
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          aria-label={`Move ${title}`}
          sx={{ height: 'auto', color: colour('soft'), cursor: 'grab', touchAction: 'none' }}
        >
          <DragIndicator />
        </IconButton>
        <ButtonBase
          onClick={onOpen}
          aria-expanded={open}
          sx={{
            flex: 1,
            minHeight: 52,
            py: 0.75,
            justifyContent: 'flex-start',
            textAlign: 'left',
            gap: 1.5,
            minWidth: 0,
          }}
        >
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Typography component="span" sx={{ fontWeight: open ? 700 : 400, display: 'block' }}>
              {title}
            </Typography>
            {more ? (
              <Typography component="span" variant="body2" sx={{ color: 'text.secondary', display: 'block' }}>
                {more}
              </Typography>
            ) : null}
          </Box>
          {broken > 0 ? (
            <Typography component="span" variant="body2" sx={{ color: colour('jasper'), fontWeight: 700 }}>
              {broken} {broken === 1 ? 'problem' : 'problems'}
            </Typography>
          ) : null}
          <ExpandMore sx={{ mr: 1.5, transform: open ? 'rotate(180deg)' : 'none' }} />
        </ButtonBase>
      </Box>
      {open ? (
        <Box sx={{ p: 2, pt: 1, display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          {children}
          <Box sx={{ display: 'flex', justifyContent: 'flex-end' }}>
            <Button color="inherit" startIcon={<Delete />} onClick={onRemove}>
              Take this {noun} away
            </Button>
          </Box>
        </Box>
      ) : null}
    </Box>
  );
}

/** A short list inside of an entry: a line of fields each, added and taken away. */
export function Lines<T>({
  path,
  noun,
  title,
  blank,
  children,
}: {
  readonly path: Path;
  readonly noun: string;
  readonly title: string;
  readonly blank: () => T;
  readonly children: (path: Path) => ReactNode;
}) {
  const { draft, change } = useEditor();
  const entries = (valueAt(draft, path) as readonly T[] | undefined) ?? [];
  return (
    <Box role="group" aria-label={title}>
      <Typography variant="h3" component="p" sx={{ mb: entries.length > 0 ? 1 : 0 }}>
        {title}
      </Typography>
      {entries.map((_, n) => (
        <Box key={n} sx={{ display: 'flex', gap: 1, mb: 1.5, alignItems: 'flex-start' }}>
          <Box sx={{ flex: 1, minWidth: 0 }}>{children([...path, n])}</Box>
          <IconButton
            aria-label={`Take ${noun} ${n + 1} away`}
            sx={{ mt: 0.5 }}
            onClick={() =>
              change([...path, 'remove', entries.length], (before) => withoutEntry(before, path, n))
            }
          >
            <Delete />
          </IconButton>
        </Box>
      ))}
      <Button
        startIcon={<Add />}
        onClick={() => change([...path, 'add', entries.length], (before) => withEntry(before, path, blank()))}
      >
        Add a {noun}
      </Button>
    </Box>
  );
}
