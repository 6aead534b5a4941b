import bravura from '@vexflow-fonts/bravura/bravura.woff2?url';
import academico from '@vexflow-fonts/academico/academico.woff2?url';

/** The fonts music is set in, and where they are. */
const MUSIC_FONTS = [
  { family: 'Bravura', url: bravura },
  { family: 'Academico', url: academico },
] as const;

let loading: Promise<void> | null = null;

/** Loads the fonts music is set in, once; fails where they do not arrive. */
export function loadMusicFonts(): Promise<void> {
  loading ??= Promise.all(
    MUSIC_FONTS.map(async ({ family, url }) => {
      const face = new FontFace(family, `url(${url})`);
      document.fonts.add(await face.load());
    }),
  ).then(() => undefined);
  loading.catch(() => (loading = null));
  return loading;
}
