import { expect } from 'chai';
import { goTo, openSong, press, startApp, type App } from './app';

describe('printing a sheet, in Chromium', () => {
  let app: App;
  before(async () => {
    app = await startApp();
  });
  after(() => app.stop());

  it('is black on white even when the stage is dark, and holds the sheet alone', async () => {
    const { page } = await app.open();
    await press(page, 'Dark, for the stage');
    await openSong(page, 'Salt Lamp');
    await goTo(page, 'Sheets');
    await page.waitForSelector('article svg');
    const looks = () =>
      page.evaluate(() => {
        const style = getComputedStyle(document.querySelector('article h2')!);
        const paper = getComputedStyle(document.querySelector('article')!).backgroundColor;
        return { ink: style.color, paper, bar: getComputedStyle(document.querySelector('header')!).display };
      });
    const onScreen = await looks();
    expect(onScreen.ink).to.not.equal('rgb(0, 0, 0)');
    expect(onScreen.bar).to.not.equal('none');
    await page.emulateMediaType('print');
    expect(await looks()).to.deep.equal({ ink: 'rgb(0, 0, 0)', paper: 'rgb(255, 255, 255)', bar: 'none' });
    const pdf = await page.pdf({ format: 'A4' });
    expect(new TextDecoder('latin1').decode(pdf.slice(0, 5))).to.equal('%PDF-');
  });
});
