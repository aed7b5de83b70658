import { memo } from 'react';
import { styled } from '@mui/material/styles';
import { Bottom, Flag, Press } from './frame';
import { shortcuts } from './shortcuts';
import { StepInButtons, type StepInBy } from './StepIn';

interface Props {
  readonly wide: boolean;
  /** Whether the standard has manoeuvres. */
  readonly manoeuvres: boolean;
  readonly onUndo: () => void;
  readonly onFlag: () => void;
  readonly onStepIn: (by: StepInBy) => void;
  readonly onManoeuvre: () => void;
  readonly onPause: () => void;
  readonly onEnd: () => void;
  readonly onAreas: () => void;
}

/** What is always in reach, at the lower edge; a mark changes nothing in it. */
export const Foot = memo(function Foot({ wide, manoeuvres, ...on }: Props) {
  const words = (of: 'flag' | 'pause' | 'undo') => shortcuts[of].button[wide ? 'long' : 'short'];
  const flag = (
    <Flag onClick={on.onFlag} aria-label="Flag: something happened">
      Flag<small>{words('flag')}</small>
    </Flag>
  );
  const undo = <Press onClick={on.onUndo}>{words('undo')}</Press>;
  const pause = <Press onClick={on.onPause}>{words('pause')}</Press>;
  return wide ? (
    <Bottom>
      {undo}
      {flag}
      <StepInButtons onStepIn={on.onStepIn} />
      {manoeuvres ? <Press onClick={on.onManoeuvre}>Start a manoeuvre</Press> : null}
      {pause}
      <Press onClick={on.onEnd}>End the drive</Press>
    </Bottom>
  ) : (
    <Bottom>
      {undo}
      {flag}
      <Press onClick={on.onAreas} aria-haspopup="dialog">
        Areas
      </Press>
      <Row>
        <StepInButtons onStepIn={on.onStepIn} />
        {pause}
      </Row>
    </Bottom>
  );
});

const Row = styled('div')({
  gridColumn: '1 / -1',
  display: 'grid',
  gridTemplateColumns: '1fr 84px',
  gap: 8,
});
