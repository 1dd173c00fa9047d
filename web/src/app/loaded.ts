import { createElement, lazy, useState, type ComponentType } from "react";

/** A page or view whose code is loaded when it is first shown, or when it is begun with before that. */
export interface Loaded {
  View: ComponentType;
  begin: () => Promise<unknown>;
}

/**
 * What is there by the time it is first shown is drawn at once. `lazy` alone shows what stands in for it even then, and
 * React keeps that for 300 ms.
 */
export function loaded<Name extends string>(
  name: Name,
  load: () => Promise<Record<Name, ComponentType>>,
): Loaded {
  let here: ComponentType | undefined;
  const begin = async () => ({ default: (here = (await load())[name]) });
  const Later = lazy(begin);
  function View() {
    // The same one as long as it is shown: another would begin from nothing.
    const [Shown] = useState<ComponentType>(() => here ?? Later);
    return createElement(Shown);
  }
  return { View, begin };
}
