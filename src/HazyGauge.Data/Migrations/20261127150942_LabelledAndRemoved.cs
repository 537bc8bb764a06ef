using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace HazyGauge.Data.Migrations
{
    /// <inheritdoc />
    public partial class LabelledAndRemoved : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Plate",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Reference",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "RemovedAt",
                table: "Jobs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.Sql("CREATE INDEX IX_Jobs_Removed ON Jobs (RemovedAt DESC, Id DESC) WHERE RemovedAt IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("The way back is the copy of the database that was made before it was changed.");
    }
}
