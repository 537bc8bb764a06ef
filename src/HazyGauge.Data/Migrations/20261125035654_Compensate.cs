using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace HazyGauge.Data.Migrations
{
    /// <inheritdoc />
    public partial class Compensate : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Bay_CompensateCommand",
                table: "Jobs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Bay_CompensateSlug",
                table: "Jobs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Bay_CompensateState",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "Empty");

            migrationBuilder.AddColumn<string>(
                name: "Bay_CompensateWhy",
                table: "Jobs",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Bay_CompensateCommand",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Bay_CompensateSlug",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Bay_CompensateState",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Bay_CompensateWhy",
                table: "Jobs");
        }
    }
}
