using System.Text.RegularExpressions;
using ZestyReel.Tests;

namespace ZestyReel.Formats.Tests;

/// <summary>What the pages of the project lead to is there: other pages, places in them, and pictures.</summary>
public partial class PagesTests
{
    [Fact]
    public void Every_link_leads_somewhere()
    {
        string[] pages = [.. Directory.GetFiles(Checkout.File(), "*.md"), .. Directory.GetFiles(Checkout.File("docs"), "*.md", SearchOption.AllDirectories)];
        pages.Length.ShouldBeGreaterThan(20);
        var astray = pages.SelectMany(page => Links().Matches(File.ReadAllText(page)).Select(match => match.Groups[1].Value).Where(link => !link.Contains("://", StringComparison.Ordinal) && !Leads(page, link)).Select(link => $"{Path.GetFileName(page)}: {link}"));
        astray.ShouldBeEmpty();
    }

    [Fact]
    public void Every_picture_is_shown_and_the_first_page_leads_to_each()
    {
        var first = File.ReadAllText(Checkout.File("README.md"));
        Directory.GetFiles(Checkout.File("docs", "screenshots"), "*.png").Select(picture => $"docs/screenshots/{Path.GetFileName(picture)}").Where(picture => !first.Contains(picture, StringComparison.Ordinal)).ShouldBeEmpty();
    }

    private static bool Leads(string page, string link)
    {
        var (path, place) = link.Split('#') is [var before, var after] ? (before, after) : (link, "");
        var target = path.Length == 0 ? page : Path.GetFullPath(Path.Combine(Path.GetDirectoryName(page)!, path));
        if (!File.Exists(target)) return Directory.Exists(target);
        return place.Length == 0 || Headings().Matches(File.ReadAllText(target)).Any(heading => Place(heading.Groups[1].Value) == place);
    }

    /// <summary>What a heading is called in a link: in small letters, without marks, with hyphens for spaces.</summary>
    private static string Place(string heading) => Marks().Replace(heading.Trim().ToLowerInvariant(), "").Replace(' ', '-');

    [GeneratedRegex(@"\]\(([^)\s]+)\)")]
    private static partial Regex Links();

    [GeneratedRegex(@"^#+ (.*)$", RegexOptions.Multiline)]
    private static partial Regex Headings();

    [GeneratedRegex(@"[^\w\- ]")]
    private static partial Regex Marks();
}
