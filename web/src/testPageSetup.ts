import { configure } from "@testing-library/react";

// A busy machine is slow, and no test is about speed.
configure({ asyncUtilTimeout: 15_000 });
