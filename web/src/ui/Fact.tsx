import type { ReactNode } from "react";

/** A figure of a list of them, under what it is. */
export function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </div>
  );
}
