// The least a web application can be: what the start of ours is measured against.
var app = WebApplication.Create(args);
app.MapGet("/health", () => "ok");
await app.RunAsync();
