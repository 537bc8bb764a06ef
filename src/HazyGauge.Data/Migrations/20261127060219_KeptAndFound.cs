using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace HazyGauge.Data.Migrations
{
    /// <inheritdoc />
    public partial class KeptAndFound : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            Documents(migrationBuilder);
            Entries(migrationBuilder);
            Standings(migrationBuilder);
            Search(migrationBuilder);
        }

        // What a mechanic gave, apart from what came of it. The large column stands last: what is read without it never touches it.
        private static void Documents(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.RenameColumn(
                name: "Document",
                table: "Revisions",
                newName: "Inputs");

            migrationBuilder.AddColumn<string>(
                name: "Said",
                table: "Revisions",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "CoreVersion",
                table: "Revisions",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Schema",
                table: "Revisions",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<byte[]>(
                name: "Results",
                table: "Revisions",
                type: "BLOB",
                nullable: true);

            migrationBuilder.Sql("""
                UPDATE Revisions SET
                    Results = kept_part(Inputs, 'Results'), Said = kept_part(Inputs, 'Said'), CoreVersion = kept_part(Inputs, 'CoreVersion'),
                    Schema = kept_part(Inputs, 'Schema'), Inputs = kept_part(Inputs, 'Inputs')
                """);
        }

        private static void Entries(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Entries_JobId_Closes",
                table: "Entries");

            migrationBuilder.RenameColumn(
                name: "Closes",
                table: "Entries",
                newName: "Answers");

            migrationBuilder.AddColumn<int>(
                name: "TakesBack",
                table: "Entries",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Step",
                table: "Entries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Files",
                table: "Entries",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Payload",
                table: "Entries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Said",
                table: "Entries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "IsOpen",
                table: "Entries",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.Sql("UPDATE Entries SET Kind = lower(Kind)");
            migrationBuilder.Sql("""
                UPDATE Entries SET IsOpen = 1 WHERE Kind IN ('waiting', 'recheck')
                    AND NOT EXISTS (SELECT 1 FROM Entries closing WHERE closing.JobId = Entries.JobId AND closing.Answers = Entries.Number)
                """);
            migrationBuilder.CreateIndex(
                name: "IX_Entries_Open",
                table: "Entries",
                column: "JobId",
                filter: "\"IsOpen\"");
        }

        // How stations stand comes out of one text of the job into rows; told by an older version, they are evaluated anew after the start.
        private static void Standings(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Standings",
                columns: table => new
                {
                    JobId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Slug = table.Column<string>(type: "TEXT", nullable: false),
                    BasedOn = table.Column<string>(type: "TEXT", nullable: true),
                    ChangedBy = table.Column<string>(type: "TEXT", nullable: true),
                    CoreVersion = table.Column<string>(type: "TEXT", nullable: true),
                    NextAction = table.Column<string>(type: "TEXT", nullable: false),
                    OwnState = table.Column<string>(type: "TEXT", nullable: true),
                    State = table.Column<string>(type: "TEXT", nullable: false),
                    Summary = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Standings", x => new { x.JobId, x.Slug });
                    table.ForeignKey(
                        name: "FK_Standings_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.AddColumn<bool>(
                name: "Bay_IsHeld",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<bool>(
                name: "Bay_IsWaiting",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<DateOnly>(
                name: "Bay_FirstDue",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: new DateOnly(9999, 12, 31));

            migrationBuilder.AddColumn<int>(
                name: "Bay_Pressing",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 2);

            migrationBuilder.AddColumn<bool>(
                name: "IsUnevaluated",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.Sql("""
                INSERT INTO Standings (JobId, Slug, State, NextAction, Summary, BasedOn, ChangedBy, OwnState)
                SELECT j.Id, s.key, json_extract(s.value, '$.state'), json_extract(s.value, '$.nextAction'), json_extract(s.value, '$.summary'),
                    json_extract(s.value, '$.basedOn'), json_extract(s.value, '$.changedBy'), json_extract(s.value, '$.ownState')
                FROM Jobs j, json_each(j.Bay_Stations) s
                WHERE json_extract(s.value, '$.state') IS NOT NULL AND json_extract(s.value, '$.nextAction') IS NOT NULL
                """);
            migrationBuilder.Sql("UPDATE Jobs SET IsUnevaluated = LastRevision > 0");

            // Dropped by SQLite itself: rebuilding the table would not fit into the transaction.
            migrationBuilder.Sql("ALTER TABLE Jobs DROP COLUMN Bay_Stations");
            migrationBuilder.Sql("""
                UPDATE Jobs SET
                    Bay_IsHeld = EXISTS (SELECT 1 FROM Standings s WHERE s.JobId = Jobs.Id AND s.State = 'Hold'),
                    Bay_IsWaiting = EXISTS (SELECT 1 FROM Entries e WHERE e.JobId = Jobs.Id AND e.IsOpen AND e.Kind = 'waiting'),
                    Bay_FirstDue = coalesce((SELECT min(e.Due) FROM Entries e WHERE e.JobId = Jobs.Id AND e.IsOpen), '9999-12-31')
                """);
            migrationBuilder.Sql("UPDATE Jobs SET Bay_Pressing = CASE WHEN Bay_IsHeld THEN 1 WHEN Bay_IsWaiting THEN 3 ELSE 2 END");

            // What the bay asks for, in the order in which it lists it. Columns inside a job's projection can be indexed by SQLite's own words only.
            migrationBuilder.Sql("CREATE INDEX IX_Jobs_Pressing ON Jobs (ArchivedAt, Bay_Pressing, Bay_FirstDue, CreatedAt DESC, Id DESC)");
            migrationBuilder.Sql("CREATE INDEX IX_Jobs_FirstDue ON Jobs (ArchivedAt, Bay_FirstDue, CreatedAt DESC, Id DESC)");
            migrationBuilder.Sql("CREATE INDEX IX_Jobs_Waiting ON Jobs (Bay_Pressing, Bay_FirstDue, CreatedAt DESC, Id DESC, ArchivedAt, Bay_IsWaiting) WHERE ArchivedAt IS NULL AND Bay_IsWaiting");
            migrationBuilder.Sql("CREATE INDEX IX_Jobs_Archived ON Jobs (ArchivedAt DESC, Id DESC) WHERE ArchivedAt IS NOT NULL");
        }

        private static void Search(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "SearchKey",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.Sql("UPDATE Jobs SET SearchKey = rowid");
            migrationBuilder.CreateIndex(
                name: "IX_Jobs_SearchKey",
                table: "Jobs",
                column: "SearchKey",
                unique: true);

            migrationBuilder.CreateTable(
                name: "SearchTexts",
                columns: table => new
                {
                    JobId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Place = table.Column<string>(type: "TEXT", nullable: false),
                    Label = table.Column<string>(type: "TEXT", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SearchTexts", x => new { x.JobId, x.Place });
                    table.ForeignKey(
                        name: "FK_SearchTexts_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            // Words of the surveys come with the standings, which are evaluated anew.
            migrationBuilder.Sql("""
                INSERT INTO SearchTexts (JobId, Place, Label, Text)
                SELECT Id, 'name', 'Name', Name FROM Jobs
                UNION ALL SELECT Id, 'vehicle', 'Vehicle', Vehicle FROM Jobs WHERE Vehicle <> ''
                UNION ALL SELECT JobId, 'entry:' || Number, CASE Kind WHEN 'waiting' THEN 'Waiting for something' WHEN 'recheck' THEN 'Check again on' WHEN 'note' THEN 'Note' ELSE 'Closed' END, Text FROM Entries
                UNION ALL SELECT JobId, 'file:' || Sha256, 'File', Name FROM JobFiles
                """);
            migrationBuilder.Sql("CREATE VIRTUAL TABLE SearchIndex USING fts5(Name, Rest, content='', contentless_delete=1, tokenize='unicode61 remove_diacritics 2', prefix='2 3')");
            migrationBuilder.Sql("""
                INSERT INTO SearchIndex (rowid, Name, Rest)
                SELECT j.SearchKey, j.Name, (SELECT group_concat(t.Text, char(10)) FROM SearchTexts t WHERE t.JobId = j.Id AND t.Place <> 'name') FROM Jobs j
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("The way back is the copy of the database that was made before it was changed.");
    }
}
