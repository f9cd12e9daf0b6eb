global using FsCheck;
global using FsCheck.Fluent;
global using FsCheck.Xunit;
