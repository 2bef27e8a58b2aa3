import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("pages written in a hurry", () => {
  fixtures("razor", [
    ["code, markup and code in it", `
      @page "{id:int?}"
      @model Gullhaven.Pages.BoardModel
      @using Gullhaven.Tides
      @inject ITideService Tides
      @{ViewData["Title"]="Departures";Layout="_Layout";
      var late=Model.Rows.Where(r=>r.Delay>5).ToList();}
      @section Scripts{<script src="~/js/board.js" asp-append-version="true"></script>}
      <h1 class="@(late.Any()?"is-late":"")">@ViewData["Title"] (@Model.Rows.Count)</h1>
      @if(Model.Rows.Any()){
      <table class="board"><thead><tr><th>Time</th><th>Pier</th></tr></thead><tbody>
      @foreach(var row in Model.Rows){
      var css=row.Late?"late":"on-time";
      <tr class="@css" data-id="@row.Id"><td>@row.Time.ToString("HH:mm")</td><td>@row.Pier.Name</td>
      @if(row.Late){<td>+@row.Delay min</td>}else{<td>&nbsp;</td>}</tr>}
      </tbody></table>}else{
      <p>No departures at @@Gullhaven. Mail <a href="mailto:x@gullhaven.example">us</a>.</p>}
      @* the tide *@
      @for(var i=0;i<3;i++){@:Line @i
      }
      <form asp-page="Board" method="post"><input asp-for="Name" /><button disabled="@(!Model.CanSend)">Send</button></form>
      @functions{public string Name(int id){return $"berth {id}";}}
      @await Html.PartialAsync("_Tides",Model.Tides)
      @Html.ActionLink("Home","Index",new{id=1},new{@class="x"})
      `, `
      @page "{id:int?}"
      @model Gullhaven.Pages.BoardModel
      @using Gullhaven.Tides
      @inject ITideService Tides
      @{
          ViewData["Title"] = "Departures";
          Layout = "_Layout";
          var late = Model.Rows.Where(r => r.Delay > 5).ToList();
      }
      @section Scripts {<script src="~/js/board.js" asp-append-version="true"></script>}
      <h1 class="@(late.Any() ? "is-late" : "")">@ViewData["Title"] (@Model.Rows.Count)</h1>
      @if (Model.Rows.Any()) {
          <table class="board">
              <thead>
                  <tr>
                      <th>Time</th>
                      <th>Pier</th>
                  </tr>
              </thead>
              <tbody>
                  @foreach (var row in Model.Rows) {
                      var css = row.Late ? "late" : "on-time";
                      <tr class="@css" data-id="@row.Id">
                          <td>@row.Time.ToString("HH:mm")</td>
                          <td>@row.Pier.Name</td>
                          @if (row.Late) {<td>+@row.Delay min</td>} else {<td>&nbsp;</td>}
                      </tr>
                  }
              </tbody>
          </table>
      } else {
          <p>No departures at @@Gullhaven. Mail <a href="mailto:x@gullhaven.example">us</a>.</p>
      }
      @* the tide *@
      @for (var i = 0; i < 3; i++) {
          @:Line @i
      }
      <form asp-page="Board" method="post"><input asp-for="Name" /><button disabled="@(!Model.CanSend)">Send</button></form>
      @functions { public string Name(int id) { return $"berth {id}"; } }
      @await Html.PartialAsync("_Tides", Model.Tides)
      @Html.ActionLink("Home", "Index", new { id = 1 }, new { @class = "x" })
      `],
  ]);
});
