import type { IncomingMessage } from "node:http";
import { isIP } from "node:net";
import { hostname, networkInterfaces } from "node:os";

const isTrusted = () => process.env.TRUST_PROXY === "1";
const bare = (address: string) => address.replace(/^::ffff:/, "");

/** True for an address of this machine that no other can send from. */
export function isLoopback(address: string | undefined): boolean {
  const own = bare(address ?? "");
  return own === "::1" || (isIP(own) === 4 && own.startsWith("127."));
}

/**
 * Who asks: the address of the socket; never what a header says, unless a proxy on this machine is trusted (`TRUST_PROXY=1`): then the last address that it
 * names, and the proxy's own where it names none.
 */
export function askerOf(request: Pick<IncomingMessage, "socket" | "headers">): string {
  const socket = bare(request.socket.remoteAddress ?? "");
  if (!isTrusted() || !isLoopback(socket)) return socket;
  const said = String(request.headers["x-forwarded-for"] ?? "")
    .split(",")
    .pop()!
    .trim();
  return isIP(bare(said)) ? bare(said) : socket;
}

/** Addresses under which other devices reach this machine. */
export function ownAddresses(): string[] {
  return Object.values(networkInterfaces()).flatMap((list) =>
    (list ?? []).filter((a) => !a.internal && a.family === "IPv4").map((a) => a.address),
  );
}

/** Names that this machine goes by where it listens to others. */
export function ownNames(): string[] {
  const name = hostname().toLowerCase();
  const all = Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map((a) => a.address.split("%")[0]));
  return [name, `${name}.local`, ...all.map((a) => (isIP(a) === 6 ? `[${a}]` : a))];
}

/** True where other devices can reach this server at all. */
export const isOpenToOthers = (): boolean => {
  const host = process.env.HOST ?? "127.0.0.1";
  return isTrusted() || !(host === "localhost" || isLoopback(host));
};
