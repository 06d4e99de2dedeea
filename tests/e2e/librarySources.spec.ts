import { encode } from 'fast-png';
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { enter, expect, expectAccessible, pixels, test, DEMO_SCREEN_COUNT } from './app';

test.beforeEach(async ({ page }) => enter(page));

const add = (page: Page, files: Parameters<ReturnType<Page['getByLabel']>['setInputFiles']>[0]) =>
  page.getByLabel('Pictures, echo logs or a library').setInputFiles(files);

/**
 * A screen as a stranger would photograph it: a frame of 40 px, inside it 600 × 400 px of water 20 m deep
 * with a bottom at 15 m, and a bright thing from 5 to 8 m, 90 px long.
 */
function strangersPicture(): Buffer {
  const [width, height, edge] = [680, 480, 40];
  const data = new Uint8Array(width * height * 3).fill(90);
  const paint = (x: number, y: number, w: number, h: number, rgb: number[]) => {
    for (let j = y; j < y + h; j++)
      for (let i = x; i < x + w; i++) data.set(rgb, 3 * (j * width + i));
  };
  paint(edge, edge, 600, 400, [0, 10, 30]);
  paint(edge, edge + 300, 600, 60, [250, 200, 60]);
  paint(edge + 200, edge + 100, 90, 60, [240, 240, 90]);
  return Buffer.from(encode({ width, height, data, channels: 3 }));
}

const download = async (page: Page, button: string, path: string) => {
  const event = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).click();
  await (await event).saveAs(path);
  return path;
};

/** A tap on the picture at a share of its width and height. */
async function tapAt(page: Page, name: string | RegExp, x: number, y: number) {
  const box = (await page.getByRole('application', { name }).boundingBox())!;
  await page.mouse.click(box.x + x * box.width, box.y + y * box.height);
}

test('a picture is taken in, framed, calibrated with taps, and measured within 2 %', async ({
  page,
}) => {
  await page.goto('/library');
  await add(page, { name: 'phone.png', mimeType: 'image/png', buffer: strangersPicture() });
  await page.getByRole('link', { name: 'Calibrate “phone”' }).click();
  const crop = { 'From the left': 40, 'From the top': 40, Width: 600, Height: 400 };
  for (const [label, value] of Object.entries(crop)) {
    const field = page.getByLabel(`${label}, exact value`);
    await field.fill(String(value));
    await field.press('Enter');
  }
  await expectAccessible(page);
  await page.getByRole('radio', { name: '2 Scale' }).click();
  const picture = page.getByRole('application', { name: 'Picture' });
  // The framed picture stands in the middle of its place; its own corners are found from its size.
  const box = (await picture.boundingBox())!;
  const scale = Math.min(box.width / 600, box.height / 400);
  const at = (x: number, y: number) =>
    [
      box.x + box.width / 2 + scale * (x - 300),
      box.y + box.height / 2 + scale * (y - 200),
    ] as const;
  await page.getByRole('button', { name: 'Tap two places' }).click();
  await page.mouse.click(...at(20, 100));
  await page.mouse.click(...at(20, 300));
  const depth = async (label: string, value: string) => {
    const field = page.getByLabel(`${label}, exact value`);
    await field.fill(value);
    await field.press('Enter');
  };
  await depth('Depth at A', '5');
  await depth('Depth at B', '15');
  await page.getByRole('button', { name: 'Tap two moments' }).click();
  await page.mouse.click(...at(100, 200));
  await page.mouse.click(...at(400, 200));
  await depth('Time between, 0 if unknown', '20');
  await depth('Way between, 0 if unknown', '30');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Keep and open' }).click();

  await page.getByRole('tab', { name: 'Measure' }).click();
  const echo = page.getByRole('application', { name: /echo: phone/ });
  await expect(echo).toBeVisible();
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(5);
  // Where the bright thing lies on the picture as it is shown is found by its colour.
  const thing = await page.getByTestId('echo-canvas').evaluate((element) => {
    const canvas = element as HTMLCanvasElement;
    const { width, height } = canvas;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, width, height);
    const found = { left: width, right: 0, top: height, bottom: 0 };
    for (let i = 0; i < width * height; i++) {
      if (data[4 * i] < 200 || data[4 * i + 1] < 220) continue;
      const [x, y] = [i % width, Math.floor(i / width)];
      found.left = Math.min(found.left, x);
      found.right = Math.max(found.right, x);
      found.top = Math.min(found.top, y);
      found.bottom = Math.max(found.bottom, y);
    }
    return found;
  });
  const frame = (await echo.boundingBox())!;
  await page.mouse.click(frame.x + thing.left, frame.y + thing.top);
  await page.mouse.click(frame.x + thing.right + 1, frame.y + thing.bottom + 1);
  const measured = async (row: string) => {
    const cells = page.getByTestId('measures').getByRole('row', { name: row });
    return Number.parseFloat(await cells.getByRole('cell').first().innerText());
  };
  // 60 px of 20 px a metre are 3 m; 90 px of 10 px a metre are 9 m.
  expect(Math.abs((await measured('Difference in depth')) - 3)).toBeLessThan(0.06);
  expect(Math.abs((await measured('Along the track')) - 9)).toBeLessThan(0.18);
});

test('pictures are pasted and dropped, and a side picture is scaled by keys alone', async ({
  page,
}) => {
  await page.goto('/library');
  await expect(page.getByText(`${DEMO_SCREEN_COUNT} recorded screens`)).toBeVisible();
  const base64 = strangersPicture().toString('base64');
  await page.evaluate((text) => {
    const bytes = Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
    const carry = (name: string) => {
      const data = new DataTransfer();
      data.items.add(new File([bytes], name, { type: 'image/png' }));
      return data;
    };
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: carry('image.png') }));
    const dropped = { dataTransfer: carry('dropped.png'), bubbles: true, cancelable: true };
    document.querySelector('h1')!.dispatchEvent(new DragEvent('drop', dropped));
  }, base64);
  await expect(page.getByText('2 taken, 0 refused.')).toBeVisible();
  await expect(page.getByText(`${DEMO_SCREEN_COUNT + 2} recorded screens`)).toBeVisible();
  await page.getByRole('link', { name: 'Calibrate “dropped”' }).click();
  await page.getByRole('combobox', { name: 'View' }).selectOption('sideFans');
  await page.getByRole('radio', { name: '2 Scale' }).click();
  await page.getByRole('button', { name: 'Tap two places' }).click();
  await page.getByRole('application', { name: 'Picture' }).focus();
  await page.keyboard.press('Enter');
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  const range = page.getByLabel('Range at B, exact value');
  await range.fill('25');
  await range.press('Enter');
  // A mark is moved by keys too, and what was done is undone.
  const mark = page.getByRole('button', { name: 'Scale mark B' });
  const placed = await mark.getAttribute('transform');
  await mark.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(() => mark.getAttribute('transform')).not.toBe(placed);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => mark.getAttribute('transform')).toBe(placed);
  await page.getByRole('button', { name: 'Keep and open' }).click();
  await expect(page.getByText('Side fans from a picture')).toBeVisible();
  await page.getByRole('tab', { name: 'Measure' }).click();
  await tapAt(page, /echo: dropped/, 0.75, 0.5);
  const slant = page.getByTestId('measures').getByRole('row', { name: /^Slant range/ });
  await expect(slant).toContainText(/\d+\.\d\d m/);
});

test('a picture of our own brings its scale, settings and truth back', async ({
  page,
}, testInfo) => {
  await page.goto('/library/screen?id=demo-slope');
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(3);
  await page.getByRole('tab', { name: 'Save as' }).click();
  const file = await download(page, 'PNG, plain', testInfo.outputPath('slope.png'));
  const withOverlays = await download(page, 'PNG, with overlays', testInfo.outputPath('over.png'));
  expect((await readFile(withOverlays)).equals(await readFile(file))).toBe(false);
  await page.goto('/library');
  await add(page, file);
  await expect(page.getByText('its scale, settings and truth came with it')).toBeVisible();
  await page.getByRole('link', { name: 'Open “Bait over the slope”' }).click();
  await expect(page.getByText(/Cone from a picture/)).toBeVisible();
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(3);
  await page.keyboard.press('e');
  await expect(page.getByTestId('truth-list').getByText('pike, 85 cm')).toBeVisible();
  await page.getByRole('tab', { name: 'Measure' }).click();
  // The bottom of the window lies at 16 m.
  await tapAt(page, /echo: Bait/, 0.5, 0.9);
  const depth = page.getByTestId('measures').getByRole('row', { name: /^Depth/ });
  await expect(depth).toContainText(/14\.[34]\d m/);
});

test('levels go out as SONAR-netCDF4 and CSV and come back the same', async ({
  page,
}, testInfo) => {
  await page.goto('/library/screen?id=demo-side-mill');
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(3);
  await page.getByRole('tab', { name: 'Save as' }).click();
  const nc = await download(page, 'SONAR-netCDF4', testInfo.outputPath('mill.nc'));
  const csv = await download(page, 'CSV of levels', testInfo.outputPath('mill.csv'));
  if (existsSync('/usr/bin/ncdump')) {
    const header = execFileSync('/usr/bin/ncdump', ['-h', nc], { encoding: 'utf8' });
    expect(header).toContain('sonar_convention_name = "SONAR-netCDF4"');
    expect(header).toContain('short backscatter_r(ping_time, beam, range_sample)');
    expect(header).toContain('group: Beam_group2');
  }
  await page.goto('/library');
  await add(page, [nc, csv]);
  await expect(page.getByText('2 taken, 0 refused.')).toBeVisible();
  // What came back goes out again byte for byte as it came the first time.
  const original = await readFile(csv);
  for (const i of [0, 1]) {
    await page.goto('/library');
    await page.getByRole('button', { name: 'Filters' }).click();
    await page.getByRole('combobox', { name: 'Source' }).selectOption('log');
    await page.getByRole('link', { name: 'mill', exact: true }).nth(i).click();
    await expect(page.getByText('Side fans from a file')).toBeVisible();
    await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(3);
    await page.getByRole('tab', { name: 'Save as' }).click();
    const again = await download(page, 'CSV of levels', testInfo.outputPath(`again-${i}.csv`));
    expect((await readFile(again)).equals(original)).toBe(true);
  }
});

test('a log of another program says what was assumed', async ({ page }) => {
  await page.goto('/library');
  await add(page, {
    name: 'plain.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('0.5,1.5,2.5\n-60,-50,-70\n-61,-52,-71\n'),
  });
  await expect(page.getByText(/plain\.csv.*200 kHz/)).toBeVisible();
  await add(page, 'tests/fixtures/ragged.nc');
  await expect(page.getByText(/ragged\.nc.*levels are linear/)).toBeVisible();
  await page.getByRole('link', { name: 'Open “ragged”' }).click();
  await page.getByRole('tab', { name: 'As recorded' }).click();
  await expect(page.getByTestId('recorded-settings')).toContainText('120 kHz');
});

test('bad and hostile files are refused by name with a reason, and change nothing', async ({
  page,
}) => {
  const good = strangersPicture();
  const huge = Buffer.from(good);
  huge.writeUInt32BE(900_000, 16);
  const bomb = Buffer.alloc(64);
  bomb.write('PK\x03\x04', 'latin1');
  const cases: [string, Buffer, RegExp][] = [
    [
      'drawing.svg',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
      /SVG/,
    ],
    ['renamed.png', Buffer.from('<svg><script>alert(1)</script></svg>'), /SVG/],
    ['huge.png', huge, /900000 × 480 pixels/],
    ['cut.png', good.subarray(0, good.length >> 1), /cut short or damaged/],
    ['text.jpg', Buffer.from('hello'), /neither a PNG nor a JPEG/],
    ['empty.png', Buffer.alloc(0), /the file is empty/],
    ['bomb.zip', bomb, /cut short or damaged/],
    ['not.nc', Buffer.from('CDF\x01....'), /classic netCDF/],
    [
      'half.nc',
      (await readFile('tests/fixtures/ragged.nc')).subarray(0, 12_000),
      /cut short or damaged|no group Sonar/,
    ],
    ['words.csv', Buffer.from('a,b,c\n1,2,3\n'), /must head at least two columns/],
    ['mark.json', Buffer.from('{}'), /open that screen/],
  ];
  await page.goto('/library');
  for (const [name, buffer, reason] of cases) {
    await add(page, { name, mimeType: 'application/octet-stream', buffer });
    const refused = page.getByRole('alert').filter({ hasText: name });
    await expect(refused).toContainText(reason);
    await expect(refused).toContainText('Nothing has been changed');
  }
  await expect(page.getByText(`${DEMO_SCREEN_COUNT} recorded screens`)).toBeVisible();
});

test('a sounder on the network is listened to and recorded', async ({ page }) => {
  await page.goto('/library/feed');
  await page.getByLabel('Pace').selectOption('5');
  await page.getByRole('button', { name: 'Listen' }).click();
  await expect(page.getByText(/Hearing Hollin Reservoir/)).toBeVisible();
  await expect(page.getByTestId('network')).toContainText(/\d+\.\d m/);
  await expectAccessible(page);
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(2);
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText(/It stopped/)).toBeVisible();
  await page.getByLabel('Pings to record, exact value').fill('60');
  await page.getByLabel('Pings to record, exact value').press('Enter');
  await page.getByRole('button', { name: /Record the last/ }).click();
  await page.getByRole('button', { name: 'Open it' }).click();
  await expect(page.getByText(/Cone from a sounder/)).toBeVisible();
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(2);
});
