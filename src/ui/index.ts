/**
 * ui: our look. Tokens in styles.css, dressed controls, theme. Knows no music. Start with styles.css.
 */
export { Banner } from './banner';
export { Button } from './button';
export { Choice, type ChoiceItem } from './choice';
export { Dialog, DialogEnd } from './dialog';
export { keepFocus } from './keep-focus';
export { Menu, type MenuItem } from './menu';
export { useTheme, type Theme } from './theme';
export { useBig, useLow } from './use-big';
export { useScreenSize, type ScreenSize } from './use-screen-size';
export { useWidth } from './use-width';
