/** Whether somebody asked the browser to spare data and battery: then nothing is got ready that may not be wanted. */
export function savesData(): boolean {
  const { connection } = navigator as Navigator & { readonly connection?: { readonly saveData?: boolean } };
  return connection?.saveData === true;
}
