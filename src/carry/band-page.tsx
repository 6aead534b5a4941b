import { useEffect, useState, type FormEvent } from 'react';
import { Button } from '../ui/index';
import { readStands, type Carried } from './carried';
import { CarriedStands } from './carried-stands';

/** How long to wait before asking again, in ms. */
const AGAIN_MS = 2000;

/** On a bandmate's phone: the code, then the stands the leader shares, at the leader's place. */
export function BandPage() {
  const [joined, setJoined] = useState(false);
  return joined ? <Following onOut={() => setJoined(false)} /> : <Join onJoined={() => setJoined(true)} />;
}

function Join({ onJoined }: { onJoined: () => void }) {
  const [code, setCode] = useState('');
  const [said, setSaid] = useState('');
  useEffect(() => {
    // Who joined before is still in.
    void fetch('/stands').then((answer) => answer.status !== 401 && answer.status < 500 && onJoined());
  }, [onJoined]);
  const join = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await fetch('/join', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ code }),
    }).catch(() => null);
    if (answer?.ok) onJoined();
    else if (answer?.status === 429) setSaid('Too many tries. Wait a minute, then try again.');
    else
      setSaid(
        answer
          ? 'That is not the code. It stands on the leader’s screen.'
          : 'The leader’s computer does not answer.',
      );
  };
  return (
    <main className="mx-auto flex min-h-full max-w-md flex-col justify-center gap-3 p-6">
      <h1 className="text-2xl font-bold">The band’s stands</h1>
      <form className="flex flex-col gap-3" onSubmit={(event) => void join(event)}>
        <label className="flex flex-col gap-1">
          Code on the leader’s screen
          <input
            autoFocus
            inputMode="numeric"
            autoComplete="off"
            maxLength={6}
            value={code}
            className="min-h-14 rounded border border-ink bg-sheet px-3 text-2xl tracking-widest"
            onChange={(e) => setCode(e.target.value.replace(/\D/g, ''))}
          />
        </label>
        <Button look="strong" className="!min-h-14 !text-lg" type="submit" disabled={code.length < 6}>
          Join
        </Button>
        <p role="status" className="min-h-6 text-clash">
          {said}
        </p>
      </form>
    </main>
  );
}

function Following({ onOut }: { onOut: () => void }) {
  const [stands, setStands] = useState<Carried | null>(null);
  const [version, setVersion] = useState(0);
  const [place, setPlace] = useState<number | null>(null);
  useEffect(() => {
    let gone = false;
    let timer = 0;
    const ask = async () => {
      const answer = await fetch('/stands').catch(() => null);
      if (gone) return;
      if (answer?.status === 401) return onOut();
      setStands(answer?.status === 200 ? readStands(await answer.text()) : null);
      if (answer?.status !== 200) timer = window.setTimeout(() => void ask(), AGAIN_MS);
    };
    void ask();
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [version, onOut]);
  useEffect(() => {
    const source = new EventSource('/place');
    source.onmessage = (event) => {
      const { place: at, version: now } = JSON.parse(String(event.data)) as {
        place: number | null;
        version: number;
      };
      setPlace(at);
      setVersion(now);
    };
    return () => source.close();
  }, []);
  if (stands === null)
    return (
      <main className="mx-auto flex min-h-full max-w-md flex-col justify-center gap-3 p-6">
        <h1 className="text-2xl font-bold">You are in</h1>
        <p role="status">The leader shares no song yet. It shows here as soon as one is.</p>
      </main>
    );
  return <CarriedStands key={stands.title} stands={stands} leader={place} />;
}
