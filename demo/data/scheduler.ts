import {tides,type Tide} from './tides'
import * as rota from "./rota"
export type Gangway={id:string;pier:'north'|'mill'|'quay',draught:number;open?:boolean}
interface Slot{gangway:Gangway;crew:readonly string[]
from:Date;to:Date}
const CLEARANCE=0.4,HOURS=[6,10,14,18] as const
/**
   * Plans which gangway opens when.
   */
export class Scheduler<T extends Gangway=Gangway>{
  readonly #slots=new Map<string,Slot[]>()
  constructor(private readonly gangways:readonly T[],private readonly clock:()=>Date=()=>new Date()){}
  async plan(day:Date,{crew=rota.everyone(),strict=false}:{crew?:string[];strict?:boolean}={}):Promise<Slot[]>{
    const water=await tides(day),usable=this.gangways.filter(gangway=>gangway.open!==false&&water.some(tide=>clears(tide,gangway.draught)))
    if(!usable.length) throw new Error(`no gangway can open on ${day.toDateString()}, the water is too low at every pier`)
    const slots=HOURS.flatMap(hour=>usable.map((gangway,i)=>({gangway,crew:[crew[(hour/4+i)%crew.length]!,crew[(hour/4+i+1)%crew.length]!],from:at(day,hour),to:at(day,hour+4)})))
    for(const slot of slots){ const known=this.#slots.get(slot.gangway.id)??[]; this.#slots.set(slot.gangway.id,[...known,slot]) }
    return strict?slots.filter(slot=>slot.crew.length===2&&slot.from>=this.clock()):slots
  }
  next(id:T['id']){ return this.#slots.get(id)?.find(slot=>slot.to>this.clock()) }
}
const clears=(tide:Tide,draught:number)=>tide.level-CLEARANCE>=draught
function at(day:Date,hour:number):Date{
const time=new Date(day)
      time.setHours(hour,0,0,0)
  return time }
