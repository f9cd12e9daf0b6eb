using ZestyReel.Server.Commands;

return await CommandLine.Run(args);
