import { useColorScheme } from '@mui/material';
import { useCallback, useEffect, useState } from 'react';

/** Day, dusk and night by hand, as the device has it, or by the time of day. */
export const lights = ['day', 'dusk', 'night'] as const;
export type Light = (typeof lights)[number];
export type LightChoice = Light | 'time' | 'device';

const KEPT = 'jasperwren-light';
const MINUTE = 60_000;

/** By the clock where the device is: nothing is known of the place, so the hours are wide. */
export function lightAt(hour: number): Light {
  if (hour >= 8 && hour < 17) return 'day';
  return hour >= 6 && hour < 21 ? 'dusk' : 'night';
}

export function useLight() {
  const { mode, systemMode, colorScheme, setMode, setColorScheme } = useColorScheme();
  const [choice, setChoice] = useState<LightChoice>(
    () => (localStorage.getItem(KEPT) as LightChoice | null) ?? 'device',
  );

  const show = useCallback(
    (light: Light) => {
      if (light !== 'day') setColorScheme({ dark: light === 'dusk' ? 'dusk' : 'dark' });
      setMode(light === 'day' ? 'light' : 'dark');
    },
    [setColorScheme, setMode],
  );

  const choose = useCallback(
    (next: LightChoice) => {
      localStorage.setItem(KEPT, next);
      setChoice(next);
      if (next === 'device') {
        setColorScheme({ dark: 'dark' });
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

  const isDark = (mode === 'system' ? systemMode : mode) === 'dark';
  const now: Light = !isDark ? 'day' : colorScheme === 'dusk' ? 'dusk' : 'night';
  return { now, choice, choose };
}
