import { cleanup, configure } from "@testing-library/react";
import { afterEach, beforeEach } from "vitest";
import { author, shortcuts, units } from "./shell/settings";

// A busy machine is slow, and no test is about speed.
configure({ asyncUtilTimeout: 15_000 });

// One page serves all files, for a new one takes longer than most of what is tested: each test finds it as a new browser would.
beforeEach(() => {
  localStorage.clear();
  sessionStorage.clear();
  units.set("us");
  author.set("");
  shortcuts.set("on");
});

// What a test drew goes with it, whichever file comes next.
afterEach(cleanup);
