import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ComponentType } from "react";
import { describe, expect, it, vi } from "vitest";
import { useFetched } from "../../src/views/parts/useFetched";

const Part = () => <p>here it is</p>;

function Holder({ isWanted, fetch }: { isWanted: boolean; fetch: () => Promise<ComponentType<object>> }) {
  const [Fetched, again] = useFetched(isWanted, fetch);
  return (
    <>
      {again && (
        <button type="button" onClick={again}>
          again
        </button>
      )}
      {Fetched && <Fetched />}
    </>
  );
}

describe("a part that is fetched when it is wanted", () => {
  it("is not asked for before, and once only", async () => {
    const fetch = vi.fn(async () => Part);
    const { rerender } = render(<Holder isWanted={false} fetch={fetch} />);
    expect(fetch).not.toHaveBeenCalled();
    rerender(<Holder isWanted fetch={fetch} />);
    expect(await screen.findByText("here it is")).toBeTruthy();
    rerender(<Holder isWanted={false} fetch={fetch} />);
    rerender(<Holder isWanted fetch={fetch} />);
    expect(fetch).toHaveBeenCalledTimes(1);
  });

  it("can be asked for again where nobody answered", async () => {
    const fetch = vi.fn<() => Promise<ComponentType<object>>>().mockRejectedValueOnce(new Error("no answer"));
    fetch.mockResolvedValueOnce(Part);
    render(<Holder isWanted fetch={fetch} />);
    await userEvent.click(await screen.findByRole("button", { name: "again" }));
    expect(await screen.findByText("here it is")).toBeTruthy();
    expect(screen.queryByRole("button")).toBeNull();
    expect(fetch).toHaveBeenCalledTimes(2);
  });
});
