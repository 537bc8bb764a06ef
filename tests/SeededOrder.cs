using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Xunit.Sdk;
using Xunit.v3;

[assembly: TestCollectionOrderer(typeof(HazyGauge.Tests.SeededOrder))]
[assembly: TestClassOrderer(typeof(HazyGauge.Tests.SeededOrder))]
[assembly: TestCaseOrderer(typeof(HazyGauge.Tests.SeededOrder))]

namespace HazyGauge.Tests;

/// <summary>
/// Tests in an order nobody chose: by chance, and the same again for the same seed, in whatever folder they stand. HAZY_TEST_SEED sets it; left out, it is drawn and said.
/// </summary>
public sealed class SeededOrder : ITestCollectionOrderer, ITestClassOrderer, ITestCaseOrderer
{
    private static readonly Lazy<int> Seed = new(() =>
    {
        if (int.TryParse(Environment.GetEnvironmentVariable("HAZY_TEST_SEED"), CultureInfo.InvariantCulture, out var given))
        {
            return given;
        }

        var drawn = RandomNumberGenerator.GetInt32(int.MaxValue);
        Console.Error.WriteLine(string.Create(CultureInfo.InvariantCulture, $"The order of the tests: HAZY_TEST_SEED={drawn}"));
        return drawn;
    });

    public IReadOnlyCollection<TTestCollection> OrderTestCollections<TTestCollection>(IReadOnlyCollection<TTestCollection> testCollections)
        where TTestCollection : ITestCollection => Shuffled(testCollections, c => c.TestCollectionDisplayName);

    public IReadOnlyCollection<TTestClass?> OrderTestClasses<TTestClass>(IReadOnlyCollection<TTestClass?> testClasses)
        where TTestClass : notnull, ITestClass => Shuffled(testClasses, c => c?.TestClassName ?? string.Empty);

    public IReadOnlyCollection<TTestCase> OrderTestCases<TTestCase>(IReadOnlyCollection<TTestCase> testCases)
        where TTestCase : notnull, ITestCase => Shuffled(testCases, c => c.TestCaseDisplayName);

    private static T[] Shuffled<T>(IEnumerable<T> all, Func<T, string> name) =>
        [
            .. all.OrderBy(
                one => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(string.Create(CultureInfo.InvariantCulture, $"{Seed.Value} {name(one)}")))),
                StringComparer.Ordinal
            ),
        ];
}
