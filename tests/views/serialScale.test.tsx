import { act, render, screen } from "@testing-library/react";
import { expect, it } from "vitest";
import { useDevice } from "../../src/views/parts/useDevice";
import { readCable } from "../../src/views/pour/serialScale";

const Shown = () => {
  const reading = useDevice("mass");
  return <p>{reading ? `${reading.value} g, ${reading.isStable ? "still" : "moving"}` : "nothing"}</p>;
};

/** A browser with a scale on a cable, whose bytes are put in by hand. */
function cable() {
  const asked: number[] = [];
  let put!: ReadableStreamDefaultController<Uint8Array>;
  const readable = new ReadableStream<Uint8Array>({
    start(controller) {
      put = controller;
    },
  });
  const port = { readable, open: async ({ baudRate }: { baudRate: number }) => void asked.push(baudRate) };
  const browser = { serial: { requestPort: async () => port } } as unknown as Navigator;
  return { browser, asked, say: (text: string) => put.enqueue(new TextEncoder().encode(text)), end: () => put.close() };
}

it("a scale on a cable is read line by line, however its bytes come in pieces; what is no line is passed over", async () => {
  const { browser, asked, say, end } = cable();
  render(<Shown />);
  const reading = readCable(browser);
  say("noise\r\nUS,GS,+  12");
  say("0.5 g\r\nST,G");
  expect(await screen.findByText("120.5 g, moving")).toBeTruthy();
  await act(async () => say("S,+  123.4 g\r\n"));
  expect(await screen.findByText("123.4 g, still")).toBeTruthy();
  end();
  await reading;
  expect(asked).toEqual([9600]);
});

it("a port that nobody chose is said by what was asked", async () => {
  const requestPort = async () => Promise.reject(new Error("No port selected by the user."));
  await expect(readCable({ serial: { requestPort } } as unknown as Navigator)).rejects.toThrow("No port selected");
});
