import { useFuels } from "../../api/queries";
import { useUnits } from "../../words/useUnits";

/** The figures behind the factor that nobody was asked for. */
export function Assumptions() {
  const fuels = useFuels().data;
  const units = useUnits();
  const digits = units.current === "us" ? 3 : 1;
  return (
    fuels && (
      <p className="max-w-[58rem] text-[0.9rem] text-ink-3">
        Calculated with stoichiometric air-fuel ratios of {fuels.gasolineStoichAfr.toFixed(1)} and{" "}
        {fuels.ethanolStoichAfr.toFixed(1)} (by their elements gasoline has {fuels.gasolineStoichAfrByComposition.toFixed(2)},
        ethanol {fuels.ethanolStoichAfrByComposition.toFixed(2)}) and densities of{" "}
        {units.plain(fuels.gasolineDensityKgM3At15C, "kgPerM3", digits)} and{" "}
        {units.plain(fuels.ethanolDensityKgM3At15C, "kgPerM3", digits)} at {units.plain(15, "celsius", 0)}.
      </p>
    )
  );
}
