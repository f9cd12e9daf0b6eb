using System.Reflection;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core.Edits;
using ZestyReel.Server.Live;
using ZestyReel.Tests;

namespace ZestyReel.Server.Tests;

/// <summary>The page on the HTTP and live interface names every route, every kind of edit and every call of a hub, and nothing that is not there.</summary>
public partial class HttpPageTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static readonly string Page = File.ReadAllText(Checkout.File("docs", "http.md"));

    [Fact]
    public async Task It_names_every_route_and_no_other()
    {
        var description = JsonDocument.Parse(await server.Http.GetStringAsync("/openapi/v1.json"));
        var routes = description.RootElement.GetProperty("paths").EnumerateObject().Select(path => Plain(path.Name)).ToList();
        var told = Spans().Where(span => span.Contains('/', StringComparison.Ordinal)).SelectMany(span => Paths().Matches(span).Select(match => Plain(match.Value))).Where(path => path.Length > 1).ToList();
        bool Tells(string path, string route) => route == path || path[0] == '…' && route.EndsWith(path[1..], StringComparison.Ordinal) || !path.StartsWith("/api", StringComparison.Ordinal) && path[0] == '/' && route.EndsWith(path, StringComparison.Ordinal);
        routes.Where(route => !told.Any(path => Tells(path, route))).ShouldBeEmpty();
        told.Where(path => path.StartsWith("/api", StringComparison.Ordinal) || path[0] == '…').Where(path => !routes.Any(route => Tells(path, route))).Distinct().ShouldBeEmpty();
    }

    [Fact]
    public void It_lists_every_kind_of_edit_and_no_other()
    {
        var kinds = typeof(Edit).Assembly.GetTypes().Where(type => type.IsSubclassOf(typeof(Edit)) && !type.IsAbstract && !type.IsAssignableTo(typeof(IMadeHere))).Select(type => JsonNamingPolicy.CamelCase.ConvertName(type.Name));
        var listed = Page.Split('\n').SkipWhile(line => !line.StartsWith("- objects: `addObject`", StringComparison.Ordinal)).TakeWhile(line => line.StartsWith("- ", StringComparison.Ordinal))
            .SelectMany(line => Spanned().Matches(line[..(line.IndexOf('(', StringComparison.Ordinal) is > 0 and var end ? end : line.Length)]).Select(match => match.Groups[1].Value));
        listed.Order(StringComparer.Ordinal).ShouldBe(kinds.Order(StringComparer.Ordinal));
    }

    [Fact]
    public void It_names_every_call_of_a_hub()
    {
        var words = Spans().SelectMany(span => Words().Matches(span).Select(match => match.Value)).ToHashSet();
        typeof(SceneHub).Assembly.GetTypes().Where(type => type.IsSubclassOf(typeof(Hub)) && !type.IsAbstract)
            .SelectMany(hub => hub.GetMethods(BindingFlags.Public | BindingFlags.Instance | BindingFlags.DeclaredOnly).Where(method => method.GetBaseDefinition().DeclaringType == hub && !method.IsSpecialName).Select(method => method.Name))
            .Where(name => !words.Contains(name)).ShouldBeEmpty();
    }

    private static IEnumerable<string> Spans() => Spanned().Matches(Page).Select(match => match.Groups[1].Value);

    /// <summary>A path without the names of what varies in it.</summary>
    private static string Plain(string path) => Varying().Replace(path.Split('?')[0], "{}").TrimEnd('/');

    [GeneratedRegex("`([^`\n]+)`")]
    private static partial Regex Spanned();

    [GeneratedRegex(@"(…|/)[^\s?,]+")]
    private static partial Regex Paths();

    [GeneratedRegex(@"\{[^}]*\}")]
    private static partial Regex Varying();

    [GeneratedRegex(@"\w+")]
    private static partial Regex Words();
}
