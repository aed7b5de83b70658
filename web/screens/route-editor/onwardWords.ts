import type { Onward } from '../../../core/route';

const winds = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'];

/** A way to go on, in words: "Left into Otter Row", "North along Market Street". */
export function onwardWords({ way, road, roundabout, heading }: Onward): string {
  const named = road === '' ? 'a road without a name' : road;
  switch (way) {
    case 'along': {
      const wind = winds[((Math.round(heading / (Math.PI / 4)) % 8) + 8) % 8] ?? '';
      return `${wind.charAt(0).toUpperCase()}${wind.slice(1)} along ${named}`;
    }
    case 'back':
      return `Turn round in ${named}`;
    case 'straight':
      return roundabout ? 'On round the roundabout' : `Straight on, ${named}`;
    case 'left':
    case 'right': {
      const side = way === 'left' ? 'Left' : 'Right';
      return roundabout ? `${side} onto the roundabout` : `${side} into ${named}`;
    }
  }
}
