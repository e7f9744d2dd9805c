import { formatDistanceToNow, parseISO } from "date-fns";
import { useCallback, useEffect, useState } from "react";
import { api } from "../parts/api";
import { Confirm } from "../parts/Confirm";
import { Section } from "../parts/Section";

/** A device that was let in. */
export interface DeviceRow {
  id: string;
  name: string;
  pairedAt: string;
  lastSeenAt: string;
}
interface DeviceList {
  isOpen: boolean;
  devices: DeviceRow[];
}
/** A code that lets one device in, and where that goes with it. */
export interface ShownCode {
  digits: string;
  until: string;
  addresses: string[];
  qr: string | null;
}

/** Devices that may come in from elsewhere: a code lets one in, a press turns it away. Shown on the studio's own machine only. */
export function Devices() {
  const [list, setList] = useState<DeviceList | null>(null);
  const [code, setCode] = useState<ShownCode | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const load = useCallback(async () => {
    const answer = await api<DeviceList>("/api/devices");
    if (answer.ok) setList(answer.value);
    // On a paired device there is nothing to see here.
    else if (answer.status !== 403) setSays(answer.message);
  }, []);
  useEffect(() => {
    void load();
  }, [load]);
  // A device that pairs while the code is shown appears by itself, and the code is gone with it.
  useEffect(() => {
    if (!code) return;
    const look = setInterval(() => {
      if (Date.parse(code.until) < Date.now()) setCode(null);
      void load();
    }, 2000);
    return () => clearInterval(look);
  }, [code, load]);
  const count = list?.devices.length;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a device more or less ends the code
  useEffect(() => setCode(null), [count]);

  const openCode = async () => {
    const answer = await api<ShownCode>("/api/devices/code", { method: "POST" });
    setSays(answer.ok ? null : answer.message);
    if (answer.ok) setCode(answer.value);
  };
  const turnAway = async (id: string) => {
    const answer = await api(`/api/devices/${id}`, { method: "DELETE" });
    setSays(answer.ok ? null : answer.message);
    await load();
  };
  const rename = async (id: string, name: string) => {
    const answer = await api(`/api/devices/${id}`, { method: "PUT", body: { name } });
    setSays(answer.ok ? null : answer.message);
    await load();
  };
  if (!list) return says ? <p className="text-cut">{says}</p> : null;
  return (
    <Section head="Devices" headClass="mb-1 text-[18px]">
      {list.isOpen ? (
        <>
          <p className="mb-2 max-w-[70ch] text-[13px] text-muted">
            A tablet at the bench or a phone at the mould sees the studio once it is paired with a code.
          </p>
          <p className="flex items-center gap-2">
            <button type="button" className="button" onClick={() => void openCode()}>
              Pair a device
            </button>
            <span role="status" className="text-cut">
              {says}
            </span>
          </p>
          {code && <CodeShown code={code} />}
        </>
      ) : (
        <p className="max-w-[70ch] text-[13px] text-muted">
          Only this machine reaches Tundish. To use a tablet or a phone too, start it with HOST=0.0.0.0 and pair the
          device here.
        </p>
      )}
      {list.devices.length > 0 && (
        <DeviceTable devices={list.devices} onRename={rename} onTurnAway={(id) => void turnAway(id)} />
      )}
    </Section>
  );
}

/** A code large enough to be read across the bench, with its picture for a camera. */
export function CodeShown({ code }: { code: ShownCode }) {
  return (
    <div className="mt-2 flex flex-wrap items-center gap-4 rounded border-[1.5px] border-ink bg-paper p-3">
      {code.qr && <img src={code.qr} width={160} height={160} alt="QR code of the address with the digits" />}
      <div>
        <p>
          Open <strong>{code.addresses[0] ?? "this machine's address, then /pair"}</strong> on the device
          {code.addresses.length > 1 && ` (or ${code.addresses.slice(1).join(", ")})`} and enter
        </p>
        <p className="my-1 text-[40px] font-bold leading-none tracking-[0.2em]">
          {code.digits.slice(0, 3)} {code.digits.slice(3)}
        </p>
        <p className="text-[13px] text-muted">Good for five minutes, five tries and one device.</p>
      </div>
    </div>
  );
}

/** The devices that are let in. */
export function DeviceTable({
  devices,
  onRename,
  onTurnAway,
}: {
  devices: readonly DeviceRow[];
  onRename: (id: string, name: string) => void;
  onTurnAway: (id: string) => void;
}) {
  return (
    <ul className="mt-2 max-w-[46rem]">
      {devices.map((d) => (
        <li key={d.id} className="flex flex-wrap items-center gap-x-3 border-t border-rule py-1">
          <input
            className="field w-56"
            aria-label={`Name of the device ${d.name}`}
            defaultValue={d.name}
            maxLength={60}
            onBlur={(e) => {
              const name = e.currentTarget.value.trim();
              if (name && name !== d.name) onRename(d.id, name);
              else e.currentTarget.value = d.name;
            }}
          />
          <span className="flex-1 text-[13px] text-muted">
            last seen {formatDistanceToNow(parseISO(d.lastSeenAt), { addSuffix: true })}
          </span>
          <Confirm
            title={`Turn ${d.name} away?`}
            stay="Keep it"
            go="Turn away"
            onGo={() => onTurnAway(d.id)}
            trigger={(open) => (
              <button type="button" className="underline" onClick={open}>
                turn away…
              </button>
            )}
          >
            It sees nothing of the studio from now on, until it is paired again.
          </Confirm>
        </li>
      ))}
    </ul>
  );
}
