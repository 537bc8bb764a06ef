using System.Globalization;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace HazyGauge.Mutate;

/// <summary>A mistake that can be switched on.</summary>
/// <param name="Id">Its number, by which it is switched on.</param>
/// <param name="Place">File and line.</param>
/// <param name="What">What was written, and what stands there instead.</param>
internal sealed record Mutant(int Id, string Place, string What);

/// <summary>The mistakes that were written into a copy of the source.</summary>
/// <param name="Mutants">Those that were drawn.</param>
/// <param name="Possible">How many could be made.</param>
internal sealed record WrittenMutants(IReadOnlyList<Mutant> Mutants, int Possible)
{
    public int Count => Mutants.Count;
}

/// <summary>Copies the program and the tests of its rules, with mistakes in one folder of it: an operator for its opposite, a comparison for its contrary, a number for
/// another.</summary>
internal static class MutatedSource
{
    private const int MostMutants = 200;

    public static WrittenMutants Write(string root, string folder, string work, int seed)
    {
        CopyAll(root, work);
        var core = Path.Combine(work, "src", "HazyGauge.Core");
        var trees = Directory
            .EnumerateFiles(core, "*.cs", SearchOption.AllDirectories)
            .Order(StringComparer.Ordinal)
            .Select(f => CSharpSyntaxTree.ParseText(File.ReadAllText(f), path: f))
            .ToList();
        var usings = CSharpSyntaxTree.ParseText(
            "global using System; global using System.Collections.Generic; global using System.IO; global using System.Linq; global using System.Threading; global using "
                + "System.Threading.Tasks;"
        );
        var compilation = CSharpCompilation.Create(
            "Core",
            [.. trees, usings],
            References(root),
            new CSharpCompilationOptions(OutputKind.DynamicallyLinkedLibrary, nullableContextOptions: NullableContextOptions.Enable)
        );
        var within = Path.Combine(core, folder) + Path.DirectorySeparatorChar;
        var chosen = trees.Where(t => t.FilePath.StartsWith(within, StringComparison.Ordinal)).ToList();
        var possible = chosen.SelectMany(t => Points.In(t, compilation.GetSemanticModel(t))).ToList();
        var random = new Random(seed);
        var drawn = possible
            .OrderBy(_ => random.Next())
            .Take(MostMutants)
            .OrderBy(p => p.Node.SyntaxTree.FilePath, StringComparer.Ordinal)
            .ThenBy(p => p.Node.SpanStart)
            .Select((p, i) => p with { Id = i + 1 })
            .ToList();
        foreach (var file in drawn.GroupBy(p => p.Node.SyntaxTree))
        {
            File.WriteAllText(file.Key.FilePath, Points.Written(file.Key.GetRoot(), [.. file]).ToFullString());
        }

        File.WriteAllText(Path.Combine(core, "Mutation.cs"), MutationSwitch.Source);
        return new WrittenMutants(
            [
                .. drawn.Select(p => new Mutant(
                    p.Id,
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{Path.GetRelativePath(core, p.Node.SyntaxTree.FilePath)}:{p.Node.GetLocation().GetLineSpan().StartLinePosition.Line + 1}"
                    ),
                    p.What
                )),
            ],
            possible.Count
        );
    }

    private static void CopyAll(string root, string work)
    {
        if (Directory.Exists(work))
        {
            Directory.Delete(work, recursive: true);
        }

        foreach (var part in new[] { "src", "tests/HazyGauge.Core.Tests", "tests/HazyGauge.Web.Tests", "tests/bench/seed", "demo", "examples" })
        {
            Copy(Path.Combine(root, part), Path.Combine(work, part));
        }

        foreach (
            var file in new[]
            {
                "Directory.Build.props",
                "Directory.Packages.props",
                ".editorconfig",
                "global.json",
                "tests/Directory.Build.props",
                "tests/SeededOrder.cs",
                "nuget.config",
            }.Where(f => File.Exists(Path.Combine(root, f)))
        )
        {
            File.Copy(Path.Combine(root, file), Path.Combine(work, file));
        }
    }

    private static void Copy(string from, string to)
    {
        foreach (var file in Directory.EnumerateFiles(from, "*", SearchOption.AllDirectories))
        {
            var relative = Path.GetRelativePath(from, file);
            if (!relative.Split(Path.DirectorySeparatorChar).Any(folder => folder is "bin" or "obj"))
            {
                var target = Path.Combine(to, relative);
                Directory.CreateDirectory(Path.GetDirectoryName(target)!);
                File.Copy(file, target);
            }
        }
    }

    // What Core was built with: the framework's own assemblies, and those of its packages that lie beside its tests.
    private static IEnumerable<MetadataReference> References(string root)
    {
        var framework = ((string)AppContext.GetData("TRUSTED_PLATFORM_ASSEMBLIES")!)
            .Split(Path.PathSeparator)
            .Where(f => f.Contains("Microsoft.NETCore.App", StringComparison.Ordinal));
        var packages = Directory
            .EnumerateFiles(Path.Combine(root, "tests/HazyGauge.Core.Tests/bin/Release"), "*.dll", SearchOption.AllDirectories)
            .Where(f => Path.GetFileName(f) is "MathNet.Numerics.dll" or "UnitsNet.dll")
            .DistinctBy(Path.GetFileName);
        return framework.Concat(packages).Select(f => MetadataReference.CreateFromFile(f));
    }
}

/// <summary>A place where a mistake can be made.</summary>
/// <param name="Node">What stands there.</param>
/// <param name="Type">Type of what it works on, as it is written.</param>
/// <param name="What">What was written, and what stands there instead.</param>
/// <param name="Id">Number of the mistake.</param>
internal sealed record Point(ExpressionSyntax Node, string Type, string What, int Id = 0);

/// <summary>Finds those places and writes the mistakes.</summary>
internal static class Points
{
    private static readonly Dictionary<SyntaxKind, (string Call, string Instead)> Operators = new()
    {
        [SyntaxKind.AddExpression] = ("Plus", "-"),
        [SyntaxKind.SubtractExpression] = ("Minus", "+"),
        [SyntaxKind.MultiplyExpression] = ("Times", "/"),
        [SyntaxKind.DivideExpression] = ("Over", "*"),
        [SyntaxKind.LessThanExpression] = ("Less", ">="),
        [SyntaxKind.LessThanOrEqualExpression] = ("AtMost", ">"),
        [SyntaxKind.GreaterThanExpression] = ("More", "<="),
        [SyntaxKind.GreaterThanOrEqualExpression] = ("AtLeast", "<"),
    };

    public static IEnumerable<Point> In(SyntaxTree tree, SemanticModel model) =>
        tree.GetRoot()
            .DescendantNodes()
            .OfType<ExpressionSyntax>()
            .Where(MayRun)
            .Select(node =>
                node switch
                {
                    BinaryExpressionSyntax binary
                        when Operators.TryGetValue(binary.Kind(), out var at) && TypeOf(binary, model) is { } type && !model.GetConstantValue(binary).HasValue => new Point(
                        binary,
                        type,
                        $"{binary.OperatorToken.Text} for {at.Instead} in {Short(binary)}"
                    ),
                    LiteralExpressionSyntax literal
                        when literal.IsKind(SyntaxKind.NumericLiteralExpression) && model.GetTypeInfo(literal).Type?.SpecialType == SpecialType.System_Double => new Point(
                        literal,
                        "double",
                        $"{literal} for another number in {Short(literal.Parent!)}"
                    ),
                    IdentifierNameSyntax or MemberAccessExpressionSyntax when Constant(node, model) => new Point(
                        node,
                        "double",
                        $"{node} for another number in {Short(node.Parent!)}"
                    ),
                    _ => null,
                }
            )
            .OfType<Point>();

    public static SyntaxNode Written(SyntaxNode root, IReadOnlyList<Point> points)
    {
        var byNode = points.ToDictionary(p => (SyntaxNode)p.Node);
        return root.ReplaceNodes(byNode.Keys, (before, after) => Call(byNode[before], (ExpressionSyntax)after).WithTriviaFrom(after));
    }

    // In parentheses: in the hole of an interpolated string a bare colon begins the format.
    private static ExpressionSyntax Call(Point point, ExpressionSyntax node) =>
        SyntaxFactory.ParseExpression(
            node is BinaryExpressionSyntax binary
                ? string.Create(
                    CultureInfo.InvariantCulture,
                    $"(global::Mutation.{Operators[binary.Kind()].Call}{(point.Type is "double" or "int" or "double?" ? string.Empty : $"<{point.Type}>")}({point.Id}, "
                        + $"{binary.Left.WithoutTrivia()}, {binary.Right.WithoutTrivia()}))"
                )
                : string.Create(CultureInfo.InvariantCulture, $"(global::Mutation.Number({point.Id}, {node.WithoutTrivia()}))")
        );

    // Where something has to be known while it is built, nothing can be switched.
    private static bool MayRun(ExpressionSyntax node) =>
        !node.AncestorsAndSelf()
            .Any(a =>
                a is AttributeSyntax or PatternSyntax or CaseSwitchLabelSyntax or ParameterSyntax or EnumMemberDeclarationSyntax
                || (a is FieldDeclarationSyntax field && field.Modifiers.Any(SyntaxKind.ConstKeyword))
                || (a is LocalDeclarationStatementSyntax local && local.Modifiers.Any(SyntaxKind.ConstKeyword))
            );

    private static bool Constant(ExpressionSyntax node, SemanticModel model) =>
        node.Parent is not MemberAccessExpressionSyntax
        && model.GetSymbolInfo(node).Symbol is IFieldSymbol { IsConst: true, Type.SpecialType: SpecialType.System_Double, ContainingType.SpecialType: SpecialType.None };

    private static string? TypeOf(BinaryExpressionSyntax binary, SemanticModel model)
    {
        // A name that is declared inside would be declared in a call, where others do not see it.
        if (binary.DescendantNodes().Any(n => n is VariableDesignationSyntax or RefExpressionSyntax))
        {
            return null;
        }

        var (left, right) = (model.GetTypeInfo(binary.Left).ConvertedType, model.GetTypeInfo(binary.Right).ConvertedType);
        return left is null || right is null || !SymbolEqualityComparer.Default.Equals(left, right) ? null
            : left.SpecialType == SpecialType.System_Double ? "double"
            : left.SpecialType == SpecialType.System_Int32 ? "int"
            : left is INamedTypeSymbol { OriginalDefinition.SpecialType: SpecialType.System_Nullable_T } nullable
                ? nullable.TypeArguments[0].SpecialType == SpecialType.System_Double ? "double?"
                    : null
            : left.Name == "Hazy" ? "global::HazyGauge.Core.Haze.Hazy"
            : left is ITypeParameterSymbol parameter && parameter.ConstraintTypes.Any(c => c.Name == "IRealNumber") ? parameter.Name
            : null;
    }

    private static string Short(SyntaxNode node) => node.ToString().ReplaceLineEndings(" ") is { Length: > 90 } text ? text[..90] + "..." : node.ToString().ReplaceLineEndings(" ");
}
