<%@ Page Language="C#" Title="Tides" %>
<%@ Register TagPrefix="pier" Namespace="Gullhaven.Controls" Assembly="Gullhaven.Controls" %>
<asp:Panel runat="server" ID="board">
<% if (Tides.Any()) { %>
<ul>
<% foreach (var tide in Tides) { %>
<li><%=tide.Time.ToString( "HH:mm" )%>: <%:tide.Height%> m</li>
<% } %>
</ul>
<% } else { %>
<p>No tide is known.</p>
<% } %>
</asp:Panel>
<script runat="server">
void Page_Load(object sender,EventArgs e){ board.Visible=true; }
</script>
