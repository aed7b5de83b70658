import { Box, Typography } from '@mui/material';
import { API } from '../../../contract';
import type { VehicleView } from '../../../contract';
import { controlOf, type ControlId } from '../../../core/vehicle';
import { colour } from '../ui';
import { Cockpit } from './Cockpit';

export const photoUrl = (vehicle: string, control: ControlId, revision: number): string =>
  `${API}/vehicles/${vehicle}/photos/${control}?v=${revision}`;

/** Where things are in this very car: the words of its card, the place on the drawing, the picture. */
export function CardFacts({
  vehicle,
  controls,
}: {
  readonly vehicle: VehicleView;
  readonly controls: readonly ControlId[];
}) {
  const known = controls.filter((id) => vehicle.card[id]);
  if (known.length === 0)
    return (
      <Typography sx={{ color: 'text.secondary' }}>
        The card of the {vehicle.name} does not say where this is yet.
      </Typography>
    );
  const drawn = known.find((id) => vehicle.card[id]?.place) ?? null;
  const pictured = known.filter((id) => vehicle.photos.includes(id));
  return (
    <Box
      component="section"
      aria-label={`In the ${vehicle.name}`}
      sx={{ bgcolor: colour('wash'), borderRadius: 1, p: 2, display: 'grid', gap: 1.5 }}
    >
      <Typography variant="h3">In the {vehicle.name}</Typography>
      <Box component="dl" sx={{ m: 0, display: 'grid', gap: 1 }}>
        {known.map((id) => {
          const entry = vehicle.card[id];
          if (!entry) return null;
          const facts = entry.lacks
            ? ['this car has none', entry.where]
            : [entry.where, entry.how, entry.tellTale && `tell-tale: ${entry.tellTale}`];
          return (
            <Box key={id}>
              <Typography component="dt" sx={{ fontWeight: 700 }}>
                {controlOf(id).title}
              </Typography>
              <Typography component="dd" sx={{ m: 0, fontSize: 18 }}>
                {facts.filter(Boolean).join('; ')}
              </Typography>
            </Box>
          );
        })}
      </Box>
      {pictured.map((id) => (
        <img
          key={id}
          src={photoUrl(vehicle.id, id, vehicle.revision)}
          alt={`${controlOf(id).title} of the ${vehicle.name}`}
          style={{ maxWidth: '100%', borderRadius: 6 }}
        />
      ))}
      {drawn ? (
        <Cockpit
          card={vehicle.card}
          marked={drawn}
          wheelOnRight={vehicle.record.wheel === 'right'}
          title={`${controlOf(drawn).title} on a drawing of the cockpit`}
        />
      ) : null}
    </Box>
  );
}
