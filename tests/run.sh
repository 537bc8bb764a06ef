# Sourced by ./hazy test: every check in turn, each adding to one tally. A check that cannot run counts as failed.

# Profiling while it compiles pays off for a program that runs for hours, not for tests.
export DOTNET_TieredPGO=0

# Where a test starts the program by itself, it is the published one: that is compiled ahead.
export HAZY_PROGRAM="$PWD/$app"

# Tests run in an order nobody chose; the seed brings the same one again.
export HAZY_TEST_SEED="${HAZY_TEST_SEED:-$(( (RANDOM << 15) | RANDOM ))}"
echo "The order of the tests: HAZY_TEST_SEED=$HAZY_TEST_SEED"

passed=0 failed=0
results=artifacts/test
rm -rf "$results" && mkdir -p "$results"

count() { # passed failed
  passed=$((passed + $1)) failed=$((failed + $2))
}

# A check that is one thing: right or wrong.
check() { # name command...
  local name="$1"
  shift
  say "$name"
  if "$@"; then count 1 0; else
    echo "FAILED: $name"
    count 0 1
  fi
}

finish() {
  printf '\n%d passed, %d failed\n' "$passed" "$failed"
  [ "$failed" -eq 0 ]
}

in_web() { (cd web && npx --no-install "$@"); }

dotnet_tests() { # project
  local log="$results/$1.log"
  say "$1"
  if ! dotnet test --project "tests/$1" -c Release --no-build --output Normal >"$log" 2>&1; then tail -60 "$log"; fi
  local ok bad
  ok=$(sed -nE 's/^ *succeeded: ([0-9]+).*/\1/p' "$log" | tail -1)
  bad=$(sed -nE 's/^ *failed: ([0-9]+).*/\1/p' "$log" | tail -1)
  if [ -z "$ok" ] || [ -z "$bad" ] || [ $((ok + bad)) -eq 0 ]; then
    echo "FAILED: $1 did not report its tests"
    tail -20 "$log"
    count 0 1
  else
    echo "$ok passed, $bad failed"
    count "$ok" "$bad"
  fi
}

# Reads the tally out of a report that vitest or Playwright wrote as JSON.
json_tally() { # name report passed-expression failed-expression
  local tally
  if tally=$(node -e '
    const r = JSON.parse(require("fs").readFileSync(process.argv[1], "utf8"));
    const ok = eval(process.argv[2]), bad = eval(process.argv[3]);
    if (!(ok + bad > 0)) process.exit(1);
    console.log(ok + " " + bad);' "$2" "$3" "$4"); then
    echo "$1: ${tally% *} passed, ${tally#* } failed"
    # shellcheck disable=SC2086
    count $tally
  else
    echo "FAILED: $1 did not report its tests"
    count 0 1
  fi
}

# Lanes run beside each other, each telling what it did when it is through: no part of the work alone keeps a machine busy.
lane() { # name command
  (
    passed=0 failed=0
    "$2"
    echo "$passed $failed" >"$results/$1.tally"
  ) >"$results/$1.log" 2>&1
}

joined() { # name process
  wait "$2" || true
  cat "$results/$1.log"
  if [ -s "$results/$1.tally" ]; then
    # shellcheck disable=SC2046
    count $(cat "$results/$1.tally")
  else
    echo "FAILED: the lane $1 ended before its tally"
    count 0 1
  fi
}

# What another lane waits for is there, or has failed and is counted as such.
reached() { touch "$results/$1.reached"; }
await() { until [ -e "$results/$1.reached" ]; do sleep 0.5; done; }

front_end_lane() {
  check "The pages are built" eval "node_packages web && node_packages tests/e2e && build_front_end"
  reached pages

  say "Front end"
  check "Style and types of the front end" in_web biome check --error-on-warnings .
  check "Types of the front end" in_web tsc --noEmit --incremental --tsBuildInfoFile node_modules/.hazy-types
  check "No line of more than 180 characters" narrow_lines
  check "Types of the browser tests" bash -c 'cd tests/e2e && npx --no-install tsc --noEmit'

  say "Front-end tests"
  in_web vitest run --sequence.seed="$HAZY_TEST_SEED" --reporter=default --reporter=json --outputFile.json="../$results/vitest.json" || true
  json_tally "Front-end tests" "$results/vitest.json" "r.numPassedTests" "r.numFailedTests + r.numFailedTestSuites * (r.numTotalTests ? 0 : 1)"
}

rules_lane() {
  # They work out numbers for a minute without a pause: compiled as well as can be at once, that takes two thirds of it.
  export DOTNET_TieredCompilation=0
  dotnet_tests HazyGauge.Core.Tests
  dotnet_tests HazyGauge.Formats.Tests
  check "The layout of C#" laid_out
}

program_lane() {
  check "Tests and tools build" build HazyGauge.slnx
  check "The committed API client is current" in_web openapi-typescript openapi.json -o src/api/schema.ts --check
  await published
  dotnet_tests HazyGauge.Web.Tests
}

browser_lane() {
  check "The program is published" publish --no-build
  reached published

  say "Browser tests"
  # Ahead compiled as it is, the program gains nothing in the minutes of a test from being compiled once more.
  (cd tests/e2e && DOTNET_TieredCompilation=0 PLAYWRIGHT_JSON_OUTPUT_NAME="../../$results/browser.json" npx --no-install playwright test --reporter=list,json) || true
  json_tally "Browser tests" "$results/browser.json" "r.stats.expected" "r.stats.unexpected + r.stats.flaky + (r.errors || []).length"
}

laid_out() { dotnet tool restore >/dev/null && dotnet csharpier check src tests tools; }

# Longer than this a line is not read.
narrow_lines() {
  git ls-files '*.cs' '*.ts' '*.tsx' '*.mjs' ':!*/Migrations/*' ':!web/src/api/schema.ts' | tr "\n" "\0" |
    LC_ALL=C xargs -0 awk '{ gsub(/[\x80-\xbf]/, "") } length > 180 { print FILENAME ":" FNR ": " length " characters"; long = 1 } END { exit long }'
}

build() { # project or solution
  dotnet build "$1" -c Release --no-restore --nologo -v quiet
}

say "Tools"
debian_packages

say "The rules are built while the pages are"
lane front-end front_end_lane &
front_end=$!
check "The rules and the formats build" eval "dotnet restore HazyGauge.slnx --locked-mode && build tests/HazyGauge.Core.Tests && build tests/HazyGauge.Formats.Tests"

say "The rules are tested while the program is built"
lane rules rules_lane &
rules=$!
# That takes stock of the pages it will serve.
await pages
check "The program builds" build src/HazyGauge.Web

say "The program is tested by itself and in a browser"
lane browser browser_lane &
browser=$!
lane program program_lane &
program=$!
joined front-end "$front_end"
joined rules "$rules"
joined program "$program"
joined browser "$browser"

finish
