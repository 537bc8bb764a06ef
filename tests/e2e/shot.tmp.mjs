import { chromium } from "@playwright/test";
// path out theme w h full act
const [path, out, theme = "bay", w = "1280", h = "800", full = "", act = ""] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-gpu", "--disable-dev-shm-usage"] });
const page = await browser.newPage({ viewport: { width: +w, height: +h } });
page.on("console", (m) => m.type() === "error" && console.log("console:", m.text()));
page.on("pageerror", (e) => console.log("pageerror:", e.message));
await page.addInitScript((t) => { localStorage.setItem("hazy-gauge.theme", t); localStorage.setItem("hazy-gauge.author", "JM"); localStorage.setItem("hazy-gauge.units", localStorage.getItem("hazy-gauge.units") ?? "metric"); }, theme);
await page.goto(`http://127.0.0.1:5092${path}`);
await page.waitForTimeout(900);
if (act) await new Function("page", `return (async () => { ${act} })()`)(page);
await page.screenshot({ path: out, fullPage: full === "full" });
await browser.close();
