import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { VehicleView } from '../../../contract';
import { combination } from '../../../core/yard';
import { useYardQuery } from '../../data/api';
import { IfMay } from '../../parts/people';
import { EmptyNote } from '../../parts/ui';

/** What is measured by in the yard when nobody has measured the vehicle. */
const USUAL = 'small-hatchback';

/** The vehicle's own figures for the yard, or the way to take them. */
export function YardFigures({ vehicle: { id } }: { readonly vehicle: Pick<VehicleView, 'id'> }) {
  const { data } = useYardQuery();
  if (!data) return null;
  const own = data.own.find(({ of }) => of === id);
  const figures = own && data.vehicles.find((one) => one.id === own.id);
  return (
    <Box component="section" aria-labelledby="yard-figures">
      <Typography variant="h2" id="yard-figures" sx={{ mb: 1 }}>
        Figures for the yard
      </Typography>
      {figures ? (
        <>
          <Typography>
            {[
              `${combination(figures).length.toFixed(2)} m long`,
              `${figures.width.toFixed(2)} m wide, ${figures.widthOverMirrors.toFixed(2)} m over the mirrors`,
              `wheelbase ${figures.wheelbase.toFixed(2)} m`,
              `turns in ${figures.turningCircle.toFixed(1)} m`,
              ...(figures.trailer ? ['with a trailer'] : []),
            ].join(' · ')}
          </Typography>
          <Box sx={{ display: 'flex', gap: 1, mt: 1, flexWrap: 'wrap' }}>
            <Button component={Link} to={`/yard?vehicle=${figures.id}`} variant="outlined">
              Open the yard with it
            </Button>
            <IfMay right="manage shared things">
              <Button component={Link} to={`/yard/vehicles/${figures.id}`}>
                Change figures
              </Button>
            </IfMay>
          </Box>
        </>
      ) : (
        <EmptyNote
          title="Nobody has measured it yet"
          action={
            <IfMay right="manage shared things">
              <Button component={Link} to={`/yard/vehicles/${USUAL}?copy&of=${id}`} variant="outlined">
                Take its figures
              </Button>
            </IfMay>
          }
        >
          With a tape and one circle driven at full lock, courses and manoeuvres are planned for this very
          vehicle. It takes about a quarter of an hour and two people.
        </EmptyNote>
      )}
    </Box>
  );
}
