import DarkMode from '@mui/icons-material/DarkModeOutlined';
import LightMode from '@mui/icons-material/LightModeOutlined';
import { Button } from '@mui/material';
import { useLight } from './useLight';

/** Day or night, by hand; at first as the device has it. */
export function LightSwitch() {
  const { now, choose } = useLight();
  const dark = now === 'dusk' || now === 'night';
  return (
    <Button
      color="inherit"
      aria-label={dark ? 'Day colours' : 'Night colours'}
      startIcon={dark ? <LightMode /> : <DarkMode />}
      onClick={() => choose(dark ? 'day' : 'night')}
      sx={{ fontWeight: 400, px: { xs: 1, sm: 1.5 }, minHeight: 48, minWidth: 48 }}
    >
      {dark ? 'Day' : 'Night'}
    </Button>
  );
}
