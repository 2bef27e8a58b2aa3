import {useEffect,useState} from 'react'
import type {Departure} from './timetable'
import {Clock,Flag} from "./icons"
interface Props{pier:string;departures:Departure[];onSelect?(departure:Departure):void}
const late=(departure:Departure)=>departure.delay>5
export function DepartureBoard({pier,departures,onSelect}:Props){
const [now,setNow]=useState(()=>new Date())
  useEffect(()=>{ const timer=setInterval(()=>setNow(new Date()),30_000); return ()=>clearInterval(timer) },[])
  const upcoming=departures.filter(departure=>departure.time>now).sort((a,b)=>Number(a.time)-Number(b.time)).slice(0,8)
if(upcoming.length===0) return <p className='empty'>No more ferries from {pier} today. The first one leaves at <b>06:10</b> tomorrow.</p>
return <section className="board" aria-label={`Departures from ${pier}`}>
<header><h2>{pier}</h2> <Clock time={now} /></header>
<table><thead><tr><th>Time</th><th>To</th><th>Gangway</th></tr></thead>
<tbody>{upcoming.map(departure=><tr key={departure.id} className={late(departure)?'late':undefined} onClick={()=>onSelect?.(departure)}>
<td>{departure.time.toLocaleTimeString()}</td><td><Flag country={departure.country}/> {departure.destination}</td>
<td>{departure.gangway??<em>to be told</em>}</td></tr>)}</tbody></table>
{upcoming.some(late)&&<p role="status">Some ferries are late. We are sorry, the river is high and every crossing takes a little longer than it says here.</p>}
</section>
}
