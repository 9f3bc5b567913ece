/** A tablet in an airplane, drawn: motion as a device on its back gives it, and positions that go east. */
import type { Page } from '@playwright/test';

export async function shake(page: Page): Promise<void> {
  await page.evaluate(() => {
    const tell = () =>
      dispatchEvent(
        new DeviceMotionEvent('devicemotion', {
          accelerationIncludingGravity: { x: 0.1, y: 0.2, z: 9.8 },
          rotationRate: { alpha: 0.1, beta: 0.2, gamma: 0.3 },
          interval: 16,
        }),
      );
    setInterval(tell, 20);
  });
}

export async function fly(page: Page, fromS: number, forS: number): Promise<void> {
  const devtools = await page.context().newCDPSession(page);
  for (let s = fromS; s < fromS + forS; s++) {
    await devtools.send('Emulation.setGeolocationOverride', {
      latitude: 54.62,
      longitude: -2.91 + 0.0006 * s,
      accuracy: 4,
      altitude: 900,
      altitudeAccuracy: 6,
      speed: 39,
      heading: 90,
    });
    await page.waitForTimeout(1000);
  }
}
