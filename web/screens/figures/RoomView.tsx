import { Box, Typography } from '@mui/material';
import { roomToPass, type Passing } from '../../../core/roadcraft';
import { colour } from '../../parts/ui';
import { Answer, type Tone } from './Answer';
import { Choice, Controls } from './Controls';
import { Explained } from './Explained';
import type { FigureProps } from './props';
import { Slide } from './Slide';

const answers: Readonly<Record<Passing, readonly [title: string, why: string, tone: Tone]>> = {
  both: ['Room for both', 'Two can pass each other with their clearance.', 'moss'],
  one: [
    'Room for one at a time',
    'One vehicle has its clearance; decide early who waits, and where.',
    'slate',
  ],
  slow: [
    'At walking pace only',
    'There isn’t a full clearance: go as slowly as someone walks, or wait.',
    'ochre',
  ],
  none: ['No room', 'Wait, or find another way.', 'jasper'],
};

const parkedRows = ['2', '1', '0'] as const;
const rowWords = { '2': 'On both sides', '1': 'On one side', '0': 'None' } as const;

const metresText = (metres: number): string => `${metres.toFixed(1)} m`;

/** "Was there room?", past parked vehicles and somebody who comes towards you. */
export function RoomView({ asked }: FigureProps) {
  const { number, choice, set, values } = asked;
  const rows = choice('rows', parkedRows);
  const width = number('width', 8, 3, 16);
  const own = number('own', 1.9, 1.4, 2.6);
  const oncoming = number('oncoming', 1.9, 0.6, 2.6);
  const count = Number(rows) as 0 | 1 | 2;
  // A parked car takes up about two metres from the kerb (ours).
  const parked = 2 * count;
  const room = roomToPass({ width, parked, rows: count, own, oncoming }, values);
  const [title, why, tone] = answers[room.passing];
  return (
    <Box sx={{ display: 'grid', gap: 2.5 }}>
      <Answer tone={tone} title={title}>
        <Typography>
          {why} {metresText(Math.max(0, room.free))} are free; one vehicle needs {metresText(room.one)}, two
          need {metresText(room.two)}.
        </Typography>
      </Answer>
      <Across {...{ width, parked, own, oncoming, rows: count }} both={room.passing === 'both'} />
      <Controls>
        <Slide
          label="Width of the road"
          value={width}
          least={3}
          most={16}
          step={0.1}
          text={metresText(width)}
          onChange={(value) => set('width', value)}
        />
        <Choice
          asked={asked}
          of="rows"
          label="Parked vehicles"
          value={rows}
          options={parkedRows}
          textOf={(one) => rowWords[one]}
        />
        <Slide
          label="Your width, over the mirrors"
          value={own}
          least={1.4}
          most={2.6}
          step={0.05}
          text={`${own.toFixed(2)} m`}
          onChange={(value) => set('own', value)}
        />
        <Slide
          label="Width of who comes towards you"
          value={oncoming}
          least={0.6}
          most={2.6}
          step={0.05}
          text={`${oncoming.toFixed(2)} m`}
          onChange={(value) => set('oncoming', value)}
        />
      </Controls>
      <Explained figure="room" asked={asked} />
    </Box>
  );
}

/** The road from kerb to kerb, to scale. */
function Across({
  width,
  parked,
  rows,
  own,
  oncoming,
  both,
}: {
  readonly width: number;
  readonly parked: number;
  readonly rows: 0 | 1 | 2;
  readonly own: number;
  readonly oncoming: number;
  readonly both: boolean;
}) {
  const share = (metres: number) => `${(100 * metres) / width}%`;
  const left = rows > 0 ? 2 : 0;
  const right = rows === 2 ? 2 : 0;
  const free = Math.max(0, width - parked);
  const block = (
    key: string,
    from: number,
    size: number,
    tone: 'jasper' | 'slate' | 'wren',
    text: string,
  ) => (
    <Box
      key={key}
      sx={{
        position: 'absolute',
        left: share(from),
        width: share(size),
        top: 14,
        bottom: 14,
        bgcolor: colour(tone),
        color: colour('card'),
        borderRadius: '4px',
        display: 'grid',
        placeItems: 'center',
        fontSize: 14,
        overflow: 'hidden',
        textAlign: 'center',
        lineHeight: 1.1,
      }}
    >
      {text}
    </Box>
  );
  const spare = free - own - (both ? oncoming : 0);
  const step = Math.max(0, spare / (both ? 3 : 2));
  return (
    <Box>
      <Box
        role="img"
        aria-label={`A road of ${width.toFixed(1)} m from kerb to kerb, ${free.toFixed(1)} m of it free`}
        sx={{ position: 'relative', height: 110, bgcolor: colour('line'), borderRadius: '4px' }}
      >
        {left > 0 ? block('left', 0, Math.min(left, width), 'wren', 'parked') : null}
        {right > 0
          ? block('right', Math.max(0, width - right), Math.min(right, width), 'wren', 'parked')
          : null}
        {block('own', left + step, own, 'jasper', 'you')}
        {both ? block('oncoming', left + 2 * step + own, oncoming, 'slate', 'oncoming') : null}
      </Box>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        From kerb to kerb, to scale. A parked car takes up 2 m.
      </Typography>
    </Box>
  );
}
