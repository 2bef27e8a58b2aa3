using System.Linq;
using System;
using System.Collections.Generic;

namespace Gullhaven.Berths {
    /// <summary>Which ferry may moor where, and when.</summary>
    [Serializable] public sealed class BerthService<TTide>:IBerthService,IDisposable where TTide:struct {
#if DEBUG
        private static readonly string[] Names={"North pier","Mill pier"};
#endif
        private readonly Dictionary<string,Berth> berths=new Dictionary<string,Berth>{["north"]=new Berth("North pier",4.2m),["mill"]=new Berth("Mill pier",2.8m)};

        public event EventHandler<TideEventArgs>? TideTurned;
        public int Free{get;private set;}=2;
        public Berth this[string name]=>berths[name];

        public BerthService(ITideTable tides,TimeSpan gangway=default):base(tides) { this.gangway=gangway; }

        #region Mooring
        public async Task<Berth?> MoorAsync(Ferry ferry,DateTimeOffset at,CancellationToken cancellation=default) {
            if(ferry is not {Draught:>0 and <6} boat||!await tides.KnowsAsync(at,cancellation)) throw new ArgumentException($"{ferry.Name}: no tide is known for {at:HH:mm}",nameof(at));
            var free=from berth in berths.Values where berth.Depth+tides[at]>boat.Draught&&!berth.IsTaken orderby berth.Depth descending,berth.Name select berth;
            foreach(var berth in free.Where(b=>b.Pier!="Mill").Select(b=>{ log.Look(b); return b; }).Take(3)) { if(berth.Moor(boat)) return berth; else log.Refused(berth,boat); }
            switch(boat.Kind) { case Kind.Car: case Kind.Freight: return null; default: break; }
            var sign=Free switch { 0=>"full",1 or 2=>"few",_ when at.Hour>20=>"night",_=>"free" };
            try{ board.Show(sign); } catch(BoardException e) when(e.IsOffline){ log.Warn(e); } finally{ Free--; }
            return null;
        }
        #endregion
    }

    public enum Kind:byte { Foot,Car,Freight=4 }
    public record Berth(string Name,decimal Depth){ public bool IsTaken{get;init;} }
}
