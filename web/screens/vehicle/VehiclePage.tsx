import {
  Box,
  Button,
  Chip,
  Stack,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import { Link } from 'react-router';
import type { VehicleView } from '../../../contract';
import {
  checkItemIds,
  controlOf,
  controls,
  fitnessOf,
  odometerText,
  wearOf,
  wheelIds,
  wheels,
  type Checkup,
  type Control,
  type ControlId,
} from '../../../core/vehicle';
import { errorText, useChangeVehicleMutation, useCheckupsQuery } from '../../data/api';
import { IfMay } from '../../parts/people';
import { useUnits } from '../../parts/features';
import {
  Aside,
  colour,
  dayText,
  localZone,
  EmptyNote,
  ErrorNote,
  WideTable,
  WindowTitle,
} from '../../parts/ui';
import { CardFacts } from '../../parts/vehicle';
import { FitnessSign, fitnessNow, Reasons } from '../../parts/fitness';
import { OneVehicle } from '../../parts/vehicle';
import { RecordForm } from './RecordForm';
import { TyreFace } from '../../parts/vehicle';
import { VehicleDialog } from './VehicleDialog';
import { WearChart } from './WearChart';
import { YardFigures } from './YardFigures';

export function VehiclePage() {
  return <OneVehicle>{(vehicle) => <Vehicle key={vehicle.id} vehicle={vehicle} />}</OneVehicle>;
}

/** One car: whether it may go, how its tyres wear, its papers, and where its controls are. */
function Vehicle({ vehicle }: { readonly vehicle: VehicleView }) {
  const { data } = useCheckupsQuery(vehicle.id);
  const { verdict, reasons } = fitnessNow(vehicle);
  const checkups = data?.items ?? [];
  const [editing, setEditing] = useState(false);
  const [change, changing] = useChangeVehicleMutation();
  const { checkup } = vehicle;
  return (
    <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box>
        <WindowTitle name={`${vehicle.name}, ${vehicle.plate}`} />
        <Typography variant="h1">
          {vehicle.name}, {vehicle.plate}
        </Typography>
        {vehicle.retired ? (
          <Aside role="status" tone="ochre" sx={{ mt: 1 }}>
            <Typography>
              Retired: it’s offered for no mock and no lesson. What was driven in it is kept.
            </Typography>
          </Aside>
        ) : null}
        {changing.error ? <ErrorNote title="Couldn’t save">{errorText(changing.error)}</ErrorNote> : null}
        {editing ? <VehicleDialog vehicle={vehicle} onClose={() => setEditing(false)} /> : null}
        <Box sx={{ mt: 1.5, display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'start' }}>
          <Box sx={{ flex: '1 1 340px' }}>
            <FitnessSign verdict={verdict} large />
            <Box sx={{ mt: 1 }}>
              <Reasons reasons={reasons} />
            </Box>
          </Box>
          <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
            <Button component={Link} to={`/vehicles/${vehicle.id}/check`} variant="contained">
              Check this vehicle
            </Button>
            <IfMay right="manage shared things">
              <>
                <Button component={Link} to={`/vehicles/${vehicle.id}/walk`} variant="outlined">
                  Walk through its controls
                </Button>
                <Button variant="outlined" onClick={() => setEditing(true)}>
                  Edit
                </Button>
                <Button
                  color="inherit"
                  disabled={changing.isLoading}
                  onClick={() =>
                    void change({
                      id: vehicle.id,
                      revision: vehicle.revision,
                      change: { retired: !vehicle.retired },
                    })
                  }
                >
                  {vehicle.retired ? 'Use again' : 'Retire'}
                </Button>
              </>
            </IfMay>
          </Stack>
        </Box>
      </Box>
      <Box component="section" aria-labelledby="tyres">
        <Typography variant="h2" id="tyres">
          Tyres
        </Typography>
        {checkup ? (
          <>
            <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', my: 1 }}>
              {wheelIds.map((wheel) => (
                <Box key={wheel}>
                  <Typography>
                    {wheels[wheel]}
                    {checkup.tyres[wheel].pressure === null
                      ? ''
                      : `, ${Math.round(checkup.tyres[wheel].pressure)} kPa`}
                  </Typography>
                  <TyreFace tread={checkup.tyres[wheel].tread} label={wheels[wheel]} />
                </Box>
              ))}
            </Box>
            <Typography variant="body2" sx={{ color: 'text.secondary', mb: 2 }}>
              Depths in mm at the inner, centre and outer place; the dashed line is the legal 1.6 mm over the
              central three quarters of the width (Great Britain: construction and use rules; Europe:
              directive 89/459/EEC, from memory). Check your authority&rsquo;s current text.
            </Typography>
            <WearChart wear={wearOf(checkups)} />
          </>
        ) : (
          <EmptyNote
            title="Nobody has measured its tyres yet"
            action={
              <Button component={Link} to={`/vehicles/${vehicle.id}/check`} variant="outlined">
                Check this vehicle
              </Button>
            }
          />
        )}
      </Box>
      <YardFigures vehicle={vehicle} />
      <RecordForm key={vehicle.id} vehicle={vehicle} />
      <Controls vehicle={vehicle} />
      {checkups.length > 0 ? <History checkups={checkups} vehicle={vehicle} /> : null}
    </Box>
  );
}

function Controls({ vehicle }: { readonly vehicle: VehicleView }) {
  const told = controls.filter(({ id }) => vehicle.card[id]);
  const lacking = told.filter(({ id }) => vehicle.card[id]?.lacks);
  return (
    <Box component="section" aria-labelledby="controls">
      <Typography variant="h2" id="controls">
        Where its controls are
      </Typography>
      {told.length === 0 ? (
        <EmptyNote
          title="Its card is empty"
          action={
            <IfMay right="manage shared things">
              <Button component={Link} to={`/vehicles/${vehicle.id}/walk`} variant="outlined">
                Walk through its controls
              </Button>
            </IfMay>
          }
        >
          It takes about five minutes, seated in the car with a phone.
        </EmptyNote>
      ) : (
        <>
          <Typography sx={{ mb: 1 }}>
            {told.length} of {controls.length} are on its card
            {lacking.length > 0
              ? `; it has no ${lacking.map(({ id }) => controlOf(id).title.toLowerCase()).join(', no ')}`
              : ''}
            .
          </Typography>
          <CardMap vehicle={vehicle} told={told} />
        </>
      )}
    </Box>
  );
}

/** The whole card: a touch on a control shows it on the drawing. */
function CardMap({ vehicle, told }: { readonly vehicle: VehicleView; readonly told: readonly Control[] }) {
  const [marked, setMarked] = useState<ControlId | null>(told[0]?.id ?? null);
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 480px' },
        alignItems: 'start',
      }}
    >
      <Box role="group" aria-label="Controls" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        {told.map(({ id, title }) => (
          <Chip
            key={id}
            label={title}
            onClick={() => setMarked(id)}
            aria-pressed={marked === id}
            sx={{
              height: 44,
              ...(marked === id
                ? { bgcolor: colour('ink'), color: colour('paper'), '&:hover': { bgcolor: colour('ink') } }
                : {}),
            }}
          />
        ))}
      </Box>
      {marked ? <CardFacts vehicle={vehicle} controls={[marked]} /> : null}
    </Box>
  );
}

function History({
  checkups,
  vehicle,
}: {
  readonly checkups: readonly Checkup[];
  readonly vehicle: VehicleView;
}) {
  const units = useUnits();
  return (
    <Box component="section" aria-labelledby="history">
      <Typography variant="h2" id="history" sx={{ mb: 1 }}>
        Vehicle checks
      </Typography>
      <WideTable label="Vehicle checks">
        <TableHead>
          <TableRow>
            <TableCell>Day</TableCell>
            <TableCell align="right">Odometer</TableCell>
            {wheelIds.map((wheel) => (
              <TableCell key={wheel} align="right">
                {wheels[wheel]}, least mm
              </TableCell>
            ))}
            <TableCell>Looked at</TableCell>
            <TableCell>By that day</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {checkups.map((checkup) => (
            <TableRow key={checkup.id}>
              <TableCell>{dayText(checkup.at, localZone())}</TableCell>
              <TableCell align="right">{odometerText(checkup.odometer, units)}</TableCell>
              {wheelIds.map((wheel) => (
                <TableCell key={wheel} align="right">
                  {Math.min(...checkup.tyres[wheel].tread).toFixed(1)}
                </TableCell>
              ))}
              <TableCell>
                {Object.keys(checkup.findings).length} of {checkItemIds.length}
              </TableCell>
              <TableCell>
                <FitnessSign
                  small
                  verdict={
                    fitnessOf(checkup, { ...vehicle.record, papers: [] }, checkup.at.slice(0, 10)).verdict
                  }
                />
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </WideTable>
    </Box>
  );
}
