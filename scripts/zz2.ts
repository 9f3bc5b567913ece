import { fleet, scoreRecording, findStandard } from '@keel/core';
import { flyManeuver } from '../core/src/flight/pilot/fly.ts';
import { REPERTOIRE } from '../core/src/flight/pilot/repertoire.ts';
const only=process.argv[2], habit=process.argv[3]??'none', variant=process.argv[4];
const t0=Date.now();
for (const [m] of Object.entries(REPERTOIRE)) { if (only&&only!==m) continue;
 const hs = habit==='all'?['none',...REPERTOIRE[m].habits.map(h=>m+'/'+h)]:[habit];
 for (const h of hs) {
 const {recording:r,events,card}=flyManeuver({airplane:fleet[+(process.env.PL??0)],maneuver:m,habit:h,variant,seed:+(process.env.SEED??1),turbulence:(process.env.TURB as any)??'none',weightLb:fleet[+(process.env.PL??0)].maxWeightLb*.95});
 const c=r.channels as any; const mm=(a:Float64Array)=>{let lo=Infinity,hi=-Infinity;for(const v of a){lo=Math.min(lo,v);hi=Math.max(hi,v);}return lo.toFixed(0)+'..'+hi.toFixed(0)};
 console.log(m,card.variant,h,'dur',r.timeS.at(-1),'alt',mm(c.alt_ft.map((v:number)=>v-card.entry.altitudeFt)),'ias',mm(c.ias_kt),'bank',mm(c.bank_deg),'pitch',mm(c.pitch_deg),'warn',c.stall_warn.reduce((a:number,b:number)=>a+b,0)/10,'lat',mm(c.lat_g.map((v:number)=>v*100)),'load',mm(c.load_g.map((v:number)=>v*100)));
 if(habit!=='all')console.log('   ',events.map(e=>e.name+'@'+e.atS.toFixed(0)).join(' '));
 if(m==='steep-turn'||m==='level-turn'){const s=scoreRecording(r,{standard:findStandard('faa-private')!,airplane:fleet[0],briefs:[card],clearsBeforeEach:true}); for(const a of s.attempts)console.log('   ',a.variant,a.examiner,a.findings.map(f=>f.id.split('/')[1]+':'+f.size).join(' '));}
 if(process.env.SHOW) for(let i=0;i<r.timeS.length;i+=+process.env.SHOW) console.log([r.timeS[i],...['alt_ft','ias_kt','hdg_deg','bank_deg','pitch_deg','vs_fpm','rpm','flaps_deg','stall_warn','lat_g','load_g','elevator','aileron','rudder','trim','throttle','aoa_deg'].map(k=>c[k][i])].join(' '));
}}
console.log(Date.now()-t0,'ms');
