using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Screens;

/// <summary>
/// The line beside the live one: desks say what they show, and screens follow. A desk hears <c>watched</c> with how many
/// screens there are, and says nothing while there are none; a screen hears <c>shown</c> and <c>left</c>. Both hear
/// <c>reels</c> when the reels of their scene, or what is drawn on them, are others.
/// </summary>
public sealed class ScreenHub(ScreenPages pages) : Hub
{
    /// <summary>This page is a desk of a scene, or of its reels.</summary>
    public void Desk(long scene, string author, string name) => pages.Enter(Context.ConnectionId, scene, Person.Checked(author, name, mark: null, window: null), isScreen: false);

    /// <summary>This page is a screen of a scene.</summary>
    public void Screen(long scene, string author) => pages.Enter(Context.ConnectionId, scene, Person.Checked(author, name: null, mark: null, window: null), isScreen: true);

    /// <summary>The desk shows this now.</summary>
    public void Cast(CastMessage cast)
    {
        CastCheck.Check(cast);
        if (!pages.Cast(Context.ConnectionId, cast)) throw new Refusal("cast", "this page is no desk");
    }

    /// <inheritdoc/>
    public override Task OnDisconnectedAsync(Exception? exception)
    {
        pages.Leave(Context.ConnectionId);
        return Task.CompletedTask;
    }
}
