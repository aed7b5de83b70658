import { Box, Typography } from '@mui/material';
import { Link } from 'react-router';
import { useVehiclesQuery } from '../../data/api';
import { colour } from '../../parts/ui';
import { fitnessNow, FitnessSign } from '../../parts/fitness';

/** Cars that want something before the next test: papers that run out, tyres, lamps, a fresh look. */
export function VehicleReminders() {
  const { data } = useVehiclesQuery();
  const wanting = (data?.items ?? [])
    .filter(({ retired }) => !retired)
    .map((vehicle) => ({ vehicle, fitness: fitnessNow(vehicle) }))
    .filter(({ fitness }) => fitness.verdict !== 'fit')
    .sort((a, b) => Number(b.fitness.verdict === 'not fit') - Number(a.fitness.verdict === 'not fit'));
  if (wanting.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="cars" sx={{ mb: 3 }}>
      <Typography variant="h2" id="cars">
        Vehicles needing attention
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {wanting.map(({ vehicle, fitness: { verdict, reasons } }) => (
          <Box component="li" key={vehicle.id} sx={{ py: 1, borderBottom: `1px solid ${colour('line')}` }}>
            <Box
              sx={{
                display: 'flex',
                justifyContent: 'space-between',
                gap: 2,
                alignItems: 'center',
                minHeight: 32,
              }}
            >
              <Link to={`/vehicles/${vehicle.id}`} style={{ fontWeight: 700, color: 'inherit' }}>
                {vehicle.name}
              </Link>
              <FitnessSign verdict={verdict} small />
            </Box>
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {reasons[0]?.text}
              {reasons.length > 1 ? `, and ${reasons.length - 1} more` : ''}
            </Typography>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
