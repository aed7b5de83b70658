import DarkMode from '@mui/icons-material/DarkModeOutlined';
import LightMode from '@mui/icons-material/LightModeOutlined';
import { IconButton, Tooltip, useColorScheme } from '@mui/material';

/** Day or night, by hand; at first as the device has it. */
export function LightSwitch({ size = 48 }: { readonly size?: number }) {
  const { mode, systemMode, setMode } = useColorScheme();
  const night = (mode === 'system' ? systemMode : mode) === 'dark';
  const label = night ? 'Change to day colours' : 'Change to night colours';
  return (
    <Tooltip title={label}>
      <IconButton
        aria-label={label}
        onClick={() => setMode(night ? 'light' : 'dark')}
        sx={{ width: size, height: size, color: 'text.primary' }}
      >
        {night ? <LightMode /> : <DarkMode />}
      </IconButton>
    </Tooltip>
  );
}
