import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControl,
  InputLabel,
  MenuItem,
  Select,
  TextField,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import { API, type RouteView } from '../../../contract';
import { MPH } from '../../../core/network';
import { featureKinds, type Feature, type Route, type TrapKind } from '../../../core/route';
import { useKeepRoutePhotoMutation } from '../../data/api';
import { FeatureGlyph } from '../../parts/features';
import { useUnsaved } from '../../parts/unsaved';
import { FileButton, NumberField } from '../../parts/ui';
import { smallPicture } from '../../parts/pictures';

interface Props {
  readonly feature: Feature;
  /** The route as it is drawn now. */
  readonly route: Route;
  /** The route as it is kept: only what is kept can have a picture. */
  readonly kept: RouteView | null;
  readonly isNew: boolean;
  readonly onKeep: (feature: Feature) => void;
  readonly onRemove: () => void;
  readonly onClose: () => void;
}

const traps: readonly (readonly [TrapKind | 'none', string])[] = [
  ['none', 'No trap'],
  ['wrong-exit', 'The device counts another exit'],
  ['closed-road', 'The road beyond is closed; the device does not know'],
  ['wrong-speed', 'The device shows another limit'],
];

/** One thing along a route: what it is, on which side, and what the instructor knows of it. */
export function FeatureDialog({ feature, route, kept, isNew, onKeep, onRemove, onClose }: Props) {
  const [now, setNow] = useState(feature);
  const [keepPhoto, { error, isLoading }] = useKeepRoutePhotoMutation();
  const [refused, setRefused] = useState('');
  const picture = kept?.photos.includes(feature.id) ? feature.id : null;
  const canHave = kept !== null && kept.route.features.some(({ id }) => id === feature.id);
  const { units } = route;
  const perUnit = units === 'imperial' ? MPH : 1 / 3.6;
  const change = (more: Partial<Feature>) => setNow({ ...now, ...more, source: 'hand', assumed: false });
  const { close } = useUnsaved(now !== feature);
  const leave = () => close(onClose);
  const take = async (file: File) => {
    if (!kept) return;
    setRefused('');
    try {
      await keepPhoto({
        route: kept.route.id,
        feature: feature.id,
        jpeg: await smallPicture(file),
      }).unwrap();
      change({ photo: true });
    } catch {
      setRefused(`${file.name} isn’t a picture that can be saved. Choose another.`);
    }
  };
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="sm" aria-labelledby="feature-title">
      <DialogTitle id="feature-title" sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
        <FeatureGlyph kind={now.kind} size={32} />
        {isNew ? 'Add to the route' : 'On the route'}
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2, pt: '10px !important' }}>
        <FormControl>
          <InputLabel id="kind">What it is</InputLabel>
          <Select
            labelId="kind"
            label="What it is"
            value={now.kind}
            onChange={(event) => change({ kind: event.target.value })}
          >
            {featureKinds
              .filter(({ id }) => id !== 'start' && id !== 'end')
              .map(({ id, title }) => (
                <MenuItem key={id} value={id}>
                  <FeatureGlyph kind={id} size={24} /> {title}
                </MenuItem>
              ))}
          </Select>
        </FormControl>
        <TextField
          label="Note"
          value={now.note}
          multiline
          slotProps={{ htmlInput: { maxLength: 300 } }}
          onChange={(event) => change({ note: event.target.value })}
        />
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center' }}>
          <ToggleButtonGroup
            exclusive
            aria-label="Side"
            value={now.side ?? 'none'}
            onChange={(_event, side: 'left' | 'right' | 'none' | null) =>
              side && change({ side: side === 'none' ? null : side })
            }
          >
            {(['left', 'none', 'right'] as const).map((side) => (
              <ToggleButton key={side} value={side} sx={{ minHeight: 48, textTransform: 'none' }}>
                {side === 'none' ? 'no side' : side}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          <NumberField
            label={`Limit from here, ${units === 'imperial' ? 'mph' : 'km/h'}`}
            value={now.speed === null ? null : Math.round(now.speed / perUnit)}
            least={5}
            most={units === 'imperial' ? 80 : 130}
            optional
            whole
            onNumber={(typed) => change({ speed: typed === null ? null : typed * perUnit })}
            sx={{ width: 210 }}
          />
        </Box>
        <FormControl>
          <InputLabel id="trap" shrink>
            Device error, for the instructor only
          </InputLabel>
          <Select
            labelId="trap"
            label="Device error, for the instructor only"
            displayEmpty
            notched
            value={now.trap ?? 'none'}
            onChange={({ target: { value } }) => change({ trap: value === 'none' ? null : value })}
          >
            {traps
              .filter(([trap]) => trap !== 'wrong-exit' || now.exit !== null)
              .map(([trap, words]) => (
                <MenuItem key={trap} value={trap}>
                  {words}
                </MenuItem>
              ))}
          </Select>
        </FormControl>
        {kept && canHave ? (
          <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
            {picture ? (
              <img
                src={`${API}/routes/${encodeURIComponent(kept.route.id)}/photos/${encodeURIComponent(picture)}?${isLoading ? 1 : 2}`}
                alt="What it looks like"
                style={{ width: 160, borderRadius: 6 }}
              />
            ) : null}
            <FileButton accept="image/*" capture="environment" onFile={(file) => void take(file)}>
              {picture ? 'Another picture' : 'Add a picture'}
            </FileButton>
          </Box>
        ) : (
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {isNew || !now.photo
              ? 'You can add a picture once the route is saved.'
              : 'Its picture goes with it once the route is saved.'}
          </Typography>
        )}
        {refused || error ? (
          <Typography role="alert">{refused || 'Couldn’t save the picture.'}</Typography>
        ) : null}
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        {isNew ? null : (
          <Button color="inherit" onClick={onRemove} sx={{ mr: 'auto', fontWeight: 400 }}>
            Remove from the route
          </Button>
        )}
        <Button color="inherit" onClick={leave}>
          Cancel
        </Button>
        <Button variant="contained" onClick={() => onKeep(now)}>
          {isNew ? 'Put it here' : 'Save'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
