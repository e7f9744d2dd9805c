// What can keep Tundish from starting, in words. Written so that an old Node.js can still read it.

const LEAST_NODE = [20, 3];

/** Ends with a sentence where this Node.js is too old. */
export function refuseOldNode() {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major > LEAST_NODE[0] || (major === LEAST_NODE[0] && minor >= LEAST_NODE[1])) return;
  console.error(
    `Tundish needs Node.js ${LEAST_NODE.join(".")} or newer; this is ${process.versions.node}. Please install a newer one.`,
  );
  process.exit(1);
}

/** Why a port cannot be listened on, and what to do. */
export function sayListenProblem(error, host, port) {
  if (error.code === "EADDRINUSE") return `Port ${port} is in use: choose another with PORT, as in PORT=4400.`;
  if (error.code === "EACCES")
    return `Port ${port} may not be used without special rights: choose one above 1023 with PORT.`;
  if (error.code === "EADDRNOTAVAIL" || error.code === "ENOTFOUND")
    return `This machine has no address ${host}: set HOST to one that it has, or leave it out.`;
  if (error.code === "ERR_SOCKET_BAD_PORT") return `PORT=${port} is no port: choose a number from 1024 to 65535.`;
  return `The server cannot listen on ${host}, port ${port}: ${error.message}`;
}
