import { type FormEvent, useEffect, useId, useState } from "react";
import { api } from "../parts/api";
import { Live } from "../parts/Live";
/** What this device is called unless its owner says otherwise. */
export function ownName(agent: string): string {
  if (/iPad|Tablet/i.test(agent)) return "Tablet at the bench";
  if (/iPhone|Android.*Mobile/i.test(agent)) return "Phone";
  return /Android/i.test(agent) ? "Tablet at the bench" : "Other computer";
}

/** The page on which a tablet or a phone is let into the studio with the code that the studio's screen shows. */
export default function Pair() {
  const [code, setCode] = useState("");
  const [name, setName] = useState("");
  const [says, setSays] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const id = useId();
  useEffect(() => {
    setName(ownName(navigator.userAgent));
    const fromPicture = /^#(\d{6})$/.exec(location.hash)?.[1];
    if (fromPicture) setCode(fromPicture);
    history.replaceState(null, "", "/pair");
  }, []);

  const pair = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setSays(null);
    const answer = await api("/api/pair", {
      method: "POST",
      body: { code: code.replace(/\s/g, ""), name: name.trim() },
    });
    setBusy(false);
    if (answer.ok) location.assign("/");
    else setSays(answer.message);
  };
  return (
    <Live>
      <main className="mx-auto flex min-h-screen max-w-[28rem] flex-col justify-center px-5 py-8">
        <h1 className="text-[28px] leading-tight">Pair this device</h1>
        <p className="mt-2">
          On the machine that Tundish runs on, open <strong>Practice</strong> and press <strong>Pair a device</strong>.
          Enter the six digits that it shows.
        </p>
        <form className="mt-5 grid gap-3" onSubmit={(e) => void pair(e)}>
          <label htmlFor={`${id}-code`}>
            code
            <input
              id={`${id}-code`}
              className="field mt-1 block h-14 w-full text-center text-[28px] tracking-[0.3em]"
              inputMode="numeric"
              autoComplete="one-time-code"
              maxLength={7}
              value={code}
              aria-invalid={says !== null}
              aria-describedby={`${id}-says`}
              onChange={(e) => setCode(e.currentTarget.value)}
            />
          </label>
          <label htmlFor={`${id}-name`}>
            name of this device, as the studio lists it
            <input
              id={`${id}-name`}
              className="field mt-1 block h-11 w-full text-[17px]"
              maxLength={60}
              value={name}
              onChange={(e) => setName(e.currentTarget.value)}
            />
          </label>
          <p id={`${id}-says`} role="status" className="min-h-6 text-cut">
            {says}
          </p>
          <button
            type="submit"
            className="button !min-h-14 !justify-center text-center text-[17px]"
            disabled={isBusy || code.replace(/\s/g, "").length !== 6}
          >
            {isBusy ? "One moment…" : "Pair"}
          </button>
        </form>
        <p className="mt-6 text-[13px] text-muted">
          Between this device and the studio nothing is encrypted unless the address begins with https. Use it in a
          network that you trust.
        </p>
      </main>
    </Live>
  );
}
