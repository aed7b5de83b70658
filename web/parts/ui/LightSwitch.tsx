import DarkMode from '@mui/icons-material/DarkModeOutlined';
import LightMode from '@mui/icons-material/LightModeOutlined';
import { IconButton } from '@mui/material';
import { useLight } from './useLight';

/** Day or night, by hand; at first as the device has it. */
export function LightSwitch({ size = 48 }: { readonly size?: number }) {
  const { now, choose } = useLight();
  const dark = now === 'dusk' || now === 'night';
  const label = dark ? 'Change to day colours' : 'Change to night colours';
  return (
    <IconButton
      aria-label={label}
      title={label}
      onClick={() => choose(dark ? 'day' : 'night')}
      sx={{ width: size, height: size, color: 'text.primary' }}
    >
      {dark ? <LightMode /> : <DarkMode />}
    </IconButton>
  );
}
