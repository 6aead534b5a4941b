/**
 * Decibels after the amplifier for gains of 0, 1 … 10, so that a ringing power chord on E2 is near −23 LUFS at every gain, a
 * bass's A1 near −26. Measured by us with the amplifier as it is (see makeup in the tests): another curve, another table.
 */
const GUITAR_DB = [9, 1.2, -6, -10.6, -12.4, -15.4, -15.8, -17.7, -18.8, -20.4, -21.8] as const;
const BASS_DB = [12, 8, 3, -1.4, -5.1, -8.3, -9.8, -11.5, -14.2, -15, -15.3] as const;

/** The factor for a gain, 0 to 10; between whole numbers it goes evenly in decibels. */
export function makeupOf(gain: number, isBass: boolean): number {
  const table = isBass ? BASS_DB : GUITAR_DB;
  const within = Math.min(10, Math.max(0, gain));
  const below = Math.min(9, Math.floor(within));
  const db = table[below]! + (table[below + 1]! - table[below]!) * (within - below);
  return 10 ** (db / 20);
}
