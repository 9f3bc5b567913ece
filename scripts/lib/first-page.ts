/** What a page fetches of script and style, counted on the wire as it comes, compressed. */
import type { BrowserContext } from '@playwright/test';

/** @returns bytes of script and style until the page is quiet. */
export async function scriptAndStyleBytes(context: BrowserContext, url: string): Promise<number> {
  const page = await context.newPage();
  const wire = await context.newCDPSession(page);
  await wire.send('Network.enable');
  const kinds = new Map<string, string>();
  let bytes = 0;
  wire.on('Network.responseReceived', ({ requestId, type }) => kinds.set(requestId, type));
  wire.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (['Script', 'Stylesheet'].includes(kinds.get(requestId) ?? '')) bytes += encodedDataLength;
  });
  await page.goto(url, { waitUntil: 'networkidle' });
  return bytes;
}
