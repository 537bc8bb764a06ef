import { act, fireEvent, render, screen } from "@testing-library/react";
import { Suspense } from "react";
import { expect, test } from "vitest";
import { Fetched, type FetchedPage, fetchedPage } from "./fetchedPage";

/** A page whose code comes when it is let. */
function late() {
  let come = () => {};
  const code = new Promise<() => React.JSX.Element>((done) => {
    come = () => done(() => <input aria-label="Notes" />);
  });
  return { page: fetchedPage(() => code), come };
}
const shown = (page: FetchedPage) => (
  <Suspense fallback="Fetching the page">
    <Fetched page={page} />
  </Suspense>
);

test("a page that is here is drawn at once, one that is not says that it comes", async () => {
  const { page, come } = late();
  render(shown(page));
  expect(screen.queryByText("Fetching the page")).not.toBeNull();
  await act(async () => come());
  await page.fetch();
  render(shown(page));
  expect(screen.getAllByLabelText("Notes")).toHaveLength(2);
  expect(screen.queryByText("Fetching the page")).toBeNull();
});

test("what was typed stays when the page that was waited for is drawn anew", async () => {
  const { page, come } = late();
  const { rerender } = render(shown(page));
  await act(async () => come());
  fireEvent.change(await screen.findByLabelText("Notes"), { target: { value: "typed" } });
  await page.fetch();
  rerender(shown(page));
  expect(screen.getByLabelText<HTMLInputElement>("Notes").value).toBe("typed");
});

test("another page in its place is that page", async () => {
  const [one, other] = ["One", "Other"].map((name) => fetchedPage(async () => () => <h1>{name}</h1>)) as [
    FetchedPage,
    FetchedPage,
  ];
  await Promise.all([one.fetch(), other.fetch()]);
  const { rerender } = render(shown(one));
  rerender(shown(other));
  expect(screen.getByRole("heading").textContent).toBe("Other");
});
