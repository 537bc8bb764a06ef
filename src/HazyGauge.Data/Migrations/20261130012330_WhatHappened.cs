using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace HazyGauge.Data.Migrations
{
    /// <inheritdoc />
    public partial class WhatHappened : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "AuthorId",
                table: "Templates",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Holds",
                table: "Standings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Steps",
                table: "Standings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "AuthorId",
                table: "Shop",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Author",
                table: "Shelf",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "AuthorId",
                table: "Shelf",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "AuthorId",
                table: "Revisions",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "IsPractice",
                table: "Revisions",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<bool>(
                name: "HasOldShape",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "Kind",
                table: "JobFiles",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "AuthorId",
                table: "Entries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "IsPractice",
                table: "Entries",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<int>(
                name: "Schema",
                table: "Entries",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.AddColumn<string>(
                name: "StepName",
                table: "Entries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Author",
                table: "CatalogueParts",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "AuthorId",
                table: "CatalogueParts",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Analyses",
                columns: table => new
                {
                    Sha256 = table.Column<string>(type: "TEXT", nullable: false),
                    Reading = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    Data = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Analyses", x => new { x.Sha256, x.Reading });
                });

            // Proofs and mixed blends became entries: the program moves them, with author and time, before it takes its first request.
            migrationBuilder.Sql(
                """
                UPDATE "Jobs" SET "HasOldShape" = 1 WHERE EXISTS (
                    SELECT 1 FROM "Revisions" AS r WHERE r."JobId" = "Jobs"."Id"
                        AND ((r."Slug" = 'compensate' AND instr(r."Inputs", '"fuellingProof"') > 0) OR (r."Slug" = 'signal' AND instr(r."Inputs", '"mixedEthanolPct"') > 0)));
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Analyses");

            migrationBuilder.DropColumn(
                name: "AuthorId",
                table: "Templates");

            migrationBuilder.DropColumn(
                name: "Holds",
                table: "Standings");

            migrationBuilder.DropColumn(
                name: "Steps",
                table: "Standings");

            migrationBuilder.DropColumn(
                name: "AuthorId",
                table: "Shop");

            migrationBuilder.DropColumn(
                name: "Author",
                table: "Shelf");

            migrationBuilder.DropColumn(
                name: "AuthorId",
                table: "Shelf");

            migrationBuilder.DropColumn(
                name: "AuthorId",
                table: "Revisions");

            migrationBuilder.DropColumn(
                name: "IsPractice",
                table: "Revisions");

            migrationBuilder.DropColumn(
                name: "HasOldShape",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Kind",
                table: "JobFiles");

            migrationBuilder.DropColumn(
                name: "AuthorId",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "IsPractice",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "Schema",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "StepName",
                table: "Entries");

            migrationBuilder.DropColumn(
                name: "Author",
                table: "CatalogueParts");

            migrationBuilder.DropColumn(
                name: "AuthorId",
                table: "CatalogueParts");
        }
    }
}
