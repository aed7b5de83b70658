import { useColorScheme } from '@mui/material';
import { useCallback, useEffect, useState } from 'react';
import { tokens, type Palette } from './tokens';

/** Bright sun, day, dusk and night by hand, as the device has it, or by the time of day. */
export const lights = ['sun', 'day', 'dusk', 'night'] as const;
export type Light = (typeof lights)[number];
export type LightChoice = Light | 'time' | 'device';

const KEPT = 'jasperwren-light';
const MINUTE = 60_000;

/** By the clock where the device is: nothing is known of the place, so the hours are wide. */
export function lightAt(hour: number): Light {
  if (hour >= 8 && hour < 17) return 'day';
  return hour >= 6 && hour < 21 ? 'dusk' : 'night';
}

/** The light that is on now, whatever it was chosen by. */
function useLightNow(): Light {
  const { mode, systemMode, colorScheme } = useColorScheme();
  const isDark = (mode === 'system' ? systemMode : mode) === 'dark';
  if (isDark) return colorScheme === 'dusk' ? 'dusk' : 'night';
  return colorScheme === 'sun' ? 'sun' : 'day';
}

const palettes: Readonly<Record<Light, Palette>> = {
  sun: tokens.sun,
  day: tokens.light,
  dusk: tokens.dusk,
  night: tokens.night,
};

/** The colours of the light that is on, for what is painted and not styled. */
export const usePalette = (): Palette => palettes[useLightNow()];

export function useLight() {
  const { setMode, setColorScheme } = useColorScheme();
  const [choice, setChoice] = useState<LightChoice>(
    () => (localStorage.getItem(KEPT) as LightChoice | null) ?? 'device',
  );

  const show = useCallback(
    (light: Light) => {
      const bright = light === 'day' || light === 'sun';
      if (bright) setColorScheme({ light: light === 'sun' ? 'sun' : 'light' });
      else setColorScheme({ dark: light === 'dusk' ? 'dusk' : 'dark' });
      setMode(bright ? 'light' : 'dark');
    },
    [setColorScheme, setMode],
  );

  const choose = useCallback(
    (next: LightChoice) => {
      localStorage.setItem(KEPT, next);
      setChoice(next);
      if (next === 'device') {
        setColorScheme({ light: 'light', dark: 'dark' });
        setMode('system');
      } else show(next === 'time' ? lightAt(new Date().getHours()) : next);
    },
    [show, setColorScheme, setMode],
  );

  useEffect(() => {
    if (choice !== 'time') return;
    const timer = setInterval(() => show(lightAt(new Date().getHours())), MINUTE);
    return () => clearInterval(timer);
  }, [choice, show]);

  const now = useLightNow();
  return { now, choice, choose };
}
