namespace HazyGauge.Mutate;

/// <summary>What is put into the copy of Core: every mistake asks here whether it is the one, and notes that it was passed.</summary>
internal static class MutationSwitch
{
    public const string Source = """
        #pragma warning disable
        using System.Linq;
        using HazyGauge.Core.Haze;

        internal static class Mutation
        {
            private static readonly int Active = int.TryParse(System.Environment.GetEnvironmentVariable("HAZY_MUTANT"), out var id) ? id : 0;
            private static readonly string? Trace = System.Environment.GetEnvironmentVariable("HAZY_MUTANT_TRACE");
            private static readonly bool[] Passed = new bool[10_000];

            static Mutation()
            {
                if (Trace is not null)
                {
                    System.AppDomain.CurrentDomain.ProcessExit += (_, _) => System.IO.File.WriteAllLines(
                        Trace,
                        System.Linq.Enumerable.Range(0, Passed.Length).Where(i => Passed[i]).Select(i => i.ToString())
                    );
                }
            }

            private static bool Is(int id)
            {
                Passed[id] = true;
                return id == Active;
            }

            public static double Number(int id, double x) => Is(id) ? x == 0 ? 1 : 2 * x : x;
            public static double Plus(int id, double a, double b) => Is(id) ? a - b : a + b;
            public static double Minus(int id, double a, double b) => Is(id) ? a + b : a - b;
            public static double Times(int id, double a, double b) => Is(id) ? a / b : a * b;
            public static double Over(int id, double a, double b) => Is(id) ? a * b : a / b;
            public static int Plus(int id, int a, int b) => Is(id) ? a - b : a + b;
            public static int Minus(int id, int a, int b) => Is(id) ? a + b : a - b;
            public static int Times(int id, int a, int b) => Is(id) ? b == 0 ? 0 : a / b : a * b;
            public static int Over(int id, int a, int b) => Is(id) ? a * b : a / b;
            public static double? Plus(int id, double? a, double? b) => Is(id) ? a - b : a + b;
            public static double? Minus(int id, double? a, double? b) => Is(id) ? a + b : a - b;
            public static double? Times(int id, double? a, double? b) => Is(id) ? a / b : a * b;
            public static double? Over(int id, double? a, double? b) => Is(id) ? a * b : a / b;
            public static T Plus<T>(int id, T a, T b) where T : struct, IRealNumber<T> => Is(id) ? a - b : a + b;
            public static T Minus<T>(int id, T a, T b) where T : struct, IRealNumber<T> => Is(id) ? a + b : a - b;
            public static T Times<T>(int id, T a, T b) where T : struct, IRealNumber<T> => Is(id) ? a / b : a * b;
            public static T Over<T>(int id, T a, T b) where T : struct, IRealNumber<T> => Is(id) ? a * b : a / b;
            public static bool Less(int id, double a, double b) => Is(id) ? a >= b : a < b;
            public static bool AtMost(int id, double a, double b) => Is(id) ? a > b : a <= b;
            public static bool More(int id, double a, double b) => Is(id) ? a <= b : a > b;
            public static bool AtLeast(int id, double a, double b) => Is(id) ? a < b : a >= b;
            public static bool Less(int id, double? a, double? b) => Is(id) ? a >= b : a < b;
            public static bool AtMost(int id, double? a, double? b) => Is(id) ? a > b : a <= b;
            public static bool More(int id, double? a, double? b) => Is(id) ? a <= b : a > b;
            public static bool AtLeast(int id, double? a, double? b) => Is(id) ? a < b : a >= b;
        }
        """;
}
