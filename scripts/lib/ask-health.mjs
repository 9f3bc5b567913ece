/** A thread that asks a server every 20 ms how it is, whether or not it has answered before, until it is told enough. */
import { get } from 'node:http';
import { parentPort, workerData as url } from 'node:worker_threads';

const times = [];
const open = new Set();

const ask = () =>
  new Promise((resolve) => {
    const asked = performance.now();
    get(`${url}/api/health`, (answer) => {
      answer.resume().once('end', () => {
        times.push(performance.now() - asked);
        resolve();
      });
    }).once('error', resolve);
  });

const timer = setInterval(() => {
  const asking = ask().then(() => open.delete(asking));
  open.add(asking);
}, 20);

parentPort.once('message', async () => {
  clearInterval(timer);
  await Promise.all(open);
  parentPort.postMessage(times);
});
