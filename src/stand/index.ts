/**
 * stand: a player's part before them on stage. It takes plain data and knows neither the store nor the server, so that the
 * application, a file that is carried away and a phone in the room show the same. Start with stand.tsx.
 */
export { Stand } from './stand';
export { useMusicFonts } from './use-music-fonts';
