import { MessageChannel } from 'node:worker_threads';
import { expect } from 'chai';
import { expose } from 'comlink';
import { readChart } from '../core/formats/index';
import { createSplitClient, createSplitService, type ClientPorts } from './index';

const song = readChart('== A ==\nchords | Am | F | C | G |\n').song;

/** A worker that is a stand-in: it answers, never answers, or dies after a while. */
function standIn(kind: 'works' | 'silent' | 'dies'): Worker & { ended: boolean } {
  const { port1, port2 } = new MessageChannel();
  const errors: (() => void)[] = [];
  if (kind === 'works')
    expose(
      createSplitService(() => performance.now()),
      port2 as never,
    );
  port2.start();
  port1.start();
  const worker = {
    ended: false,
    postMessage: (message: unknown, transfer?: never) => port1.postMessage(message, transfer),
    addEventListener(type: string, listen: (event: unknown) => void) {
      if (type === 'error') errors.push(() => listen({}));
      else if (type === 'message') port1.on('message', (data) => listen({ data }));
    },
    removeEventListener: () => undefined,
    terminate() {
      worker.ended = true;
      port1.close();
    },
  };
  if (kind === 'dies') setTimeout(() => errors.forEach((die) => die()), 20);
  return worker as unknown as Worker & { ended: boolean };
}

function clientOf(worker: ClientPorts['worker']) {
  const said: string[] = [];
  const client = createSplitClient({
    worker,
    inline: () => createSplitService(),
    say: (words) => said.push(words),
    silenceMs: 80,
  });
  return { client, said };
}

describe('jobs always end', () => {
  for (const [what, worker, words] of [
    ['there are no workers', () => null, 'worked out in the page'],
    [
      'a worker is refused',
      () => {
        throw new DOMException('no', 'SecurityError');
      },
      'worked out in the page',
    ],
    ['the worker never answers', () => standIn('silent'), 'has stopped answering'],
    ['the worker dies', () => standIn('dies'), 'has stopped answering'],
  ] as const) {
    it(`in the page when ${what}, and it is said`, async () => {
      const { client, said } = clientOf(worker);
      const result = await client.split(song, 'A', null, () => undefined);
      expect(result.ok && result.value.changes.length).to.equal(12);
      expect(said).to.have.length(1);
      expect(said[0]).to.include(words);
      const again = await client.split(song, 'A', null, () => undefined);
      expect([again.ok, said.length]).to.deep.equal([true, 1]);
    });
  }

  it('at once when stopped, and a worker that does not let go is ended', async () => {
    const silent = standIn('silent');
    const { client } = clientOf(() => silent);
    const running = client.split(song, 'A', null, () => undefined);
    client.stop();
    expect(await running).to.deep.equal({ ok: false, error: 'stopped' });
    await new Promise((resolve) => setTimeout(resolve, 350));
    expect(silent.ended).to.equal(true);
  });
});
