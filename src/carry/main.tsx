import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import '../ui/styles.css';
import { BandPage } from './band-page';
import { CarriedStands } from './carried-stands';
import { readStands } from './carried';

// In a file the stands are in the page; from the band's address they are asked for.
const data = document.getElementById('stands')?.textContent ?? null;
const stands = data === null ? null : readStands(data);

createRoot(document.getElementById('root')!).render(
  <StrictMode>{stands === null ? <BandPage /> : <CarriedStands stands={stands} leader={null} />}</StrictMode>,
);
