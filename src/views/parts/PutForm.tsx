import type { ComponentProps } from "react";

/** A form that puts something down where it stands, by Enter or by its button; no page is sent. */
export function PutForm({ onPut, ...rest }: Omit<ComponentProps<"form">, "onSubmit"> & { onPut: () => void }) {
  return (
    <form
      {...rest}
      onSubmit={(e) => {
        e.preventDefault();
        onPut();
      }}
    />
  );
}
