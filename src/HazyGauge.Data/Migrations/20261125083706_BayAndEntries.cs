using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace HazyGauge.Data.Migrations
{
    /// <inheritdoc />
    public partial class BayAndEntries : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "ArchivedAt",
                table: "Jobs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Bay_Stations",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "{}");

            // What the columns of the two stations said is kept, now by the name of the station.
            migrationBuilder.Sql("""
                UPDATE Jobs SET Bay_Stations = json_patch(
                    CASE WHEN Bay_SignalState = 'Empty' THEN '{}' ELSE json_object('signal', json_object(
                        'state', Bay_SignalState, 'nextAction', json_object('command', Bay_NextCommand, 'why', Bay_NextWhy, 'slug', 'signal'))) END,
                    CASE WHEN Bay_CompensateCommand IS NULL THEN '{}' ELSE json_object('compensate', json_object(
                        'state', Bay_CompensateState, 'nextAction', json_object('command', Bay_CompensateCommand, 'why', Bay_CompensateWhy, 'slug', Bay_CompensateSlug))) END)
                """);

            // Dropped by SQLite itself: rebuilding the table would not fit into the transaction.
            migrationBuilder.Sql("ALTER TABLE Jobs DROP COLUMN Bay_CompensateCommand");
            migrationBuilder.Sql("ALTER TABLE Jobs DROP COLUMN Bay_CompensateSlug");
            migrationBuilder.Sql("ALTER TABLE Jobs DROP COLUMN Bay_CompensateState");
            migrationBuilder.Sql("ALTER TABLE Jobs DROP COLUMN Bay_CompensateWhy");
            migrationBuilder.Sql("ALTER TABLE Jobs DROP COLUMN Bay_NextCommand");
            migrationBuilder.Sql("ALTER TABLE Jobs DROP COLUMN Bay_NextWhy");
            migrationBuilder.Sql("ALTER TABLE Jobs DROP COLUMN Bay_SignalState");

            migrationBuilder.AddColumn<int>(
                name: "LastEntry",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.CreateTable(
                name: "Entries",
                columns: table => new
                {
                    JobId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false),
                    Due = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    Blocks = table.Column<string>(type: "TEXT", nullable: false),
                    Station = table.Column<string>(type: "TEXT", nullable: true),
                    Closes = table.Column<int>(type: "INTEGER", nullable: true),
                    Author = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<string>(type: "TEXT", nullable: false),
                    IdempotencyKey = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Entries", x => new { x.JobId, x.Number });
                    table.ForeignKey(
                        name: "FK_Entries_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Entries_JobId_Closes",
                table: "Entries",
                columns: new[] { "JobId", "Closes" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Entries_JobId_IdempotencyKey",
                table: "Entries",
                columns: new[] { "JobId", "IdempotencyKey" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("The way back is the copy of the database that was made before it was changed.");
    }
}
