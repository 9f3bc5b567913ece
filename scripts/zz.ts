import { fleet } from '@keel/core';
import { airframeOf } from '../core/src/flight/model/airframe.ts';
import { trimFlight, rigged } from '../core/src/flight/model/trim.ts';
import { beginFlight, stepFlight, STEP_HZ, type Flight } from '../core/src/flight/model/flight.ts';
import { attitude } from '../core/src/flight/model/state.ts';
import { iasOfTas } from '../core/src/flight/model/air-data.ts';
const D=57.29578;
const pl=fleet[+process.argv[2]||0];
const f = rigged(airframeOf(pl));
const obs=(x:Flight)=>{const a=attitude(x.state);const altFt=x.state.altitudeM/.3048;return {t:x.state.timeS,alt:altFt,ias:iasOfTas(f,x.motion.flow.speed/.514444,x.state.flapsDeg,altFt),bank:a.bank*D,pitch:a.pitch*D,hdg:a.heading*D,beta:Math.atan2(x.state.v,x.state.u)*D,aoa:Math.atan2(x.state.w,x.state.u)*D,p:x.state.p*D,q:x.state.q*D,r:x.state.r*D,load:-x.motion.downG,ball:x.motion.sideG,rpm:x.state.turns*60}};
type O=ReturnType<typeof obs>;
const rec=(x:Flight,s:number,c:(x:Flight,t:number,o:O)=>void)=>{const t0=x.state.timeS;const out:O[]=[];stepFlight(x);let o=obs(x);for(let i=0;i<s*STEP_HZ;i++){c(x,x.state.timeS-t0,o);stepFlight(x);if(i%6===0){o=obs(x);out.push(o);}}return out;};
const v=pl.vaKiasAtMax*.88;
const from=(p:any)=>beginFlight(f,trimFlight(f,{altitudeFt:4500,kias:v,...p}));
const level=(x:Flight,o:O)=>{x.controls.aileron=-.02*o.bank-.01*o.p;x.controls.rudder=.8*o.ball*-1*0;};
{const x=from({});x.state.u+=2;const r=rec(x,120,(x,t,o)=>level(x,o));const peaks=[];for(let i=1;i<r.length-1;i++)if(r[i].ias>r[i-1].ias&&r[i].ias>=r[i+1].ias)peaks.push(r[i].t);const T=x.motion.flow.speed*Math.PI*Math.SQRT2/9.80665;console.log('phugoid peaks',peaks.map(p=>p.toFixed(1)).join(' '),'lanchester',T.toFixed(1));}
{const x=from({kias:v});const th=x.controls.throttle;const r=rec(x,90,(x,t,o)=>{level(x,o);x.controls.throttle=Math.min(1,th+.2)});const e=r.slice(-800);const m=(k:keyof O)=>e.reduce((a,b)=>a+b[k],0)/e.length;console.log('power: climb',((e.at(-1)!.alt-e[0].alt)/(e.at(-1)!.t-e[0].t)*60).toFixed(0),'ias',v.toFixed(0),'->',m('ias').toFixed(1));}
for(const k of [.62,.9])for(const a of [.5,1]){const x=from({kias:v*k});const r=rec(x,2,(x)=>{x.controls.aileron=a});console.log('adverse',(v*k).toFixed(0),a,'min hdg',Math.min(...r.map(o=>o.hdg)).toFixed(2),'max p',Math.max(...r.map(o=>o.p)).toFixed(0));}
{const x=from({kias:v*.65});const r=rec(x,5,(x,t,o)=>{x.controls.throttle=1;x.controls.aileron=-.02*o.bank-.01*o.p;});console.log('full power slow: hdg',r.at(-1)!.hdg.toFixed(1),'ball max',Math.max(...r.map(o=>Math.abs(o.ball))).toFixed(3));
 const t=trimFlight(f,{altitudeFt:4500,kias:pl.vyKias!,throttle:1});console.log('climb Vy rudder',t.controls.rudder.toFixed(2),'ail',t.controls.aileron.toFixed(2),'fpm',t.verticalFpm.toFixed(0),'pitch',(attitude(t.state).pitch*D).toFixed(1)); const g=trimFlight(f,{altitudeFt:4500,kias:pl.bestGlideKias!,throttle:0});console.log('glide fpm',g.verticalFpm.toFixed(0),'ratio',(g.state.u*196.85/-g.verticalFpm).toFixed(2),'book',pl.book!.glide!.ratio,'rpm',(g.state.turns*60*f.model.engine.gearRatio).toFixed(0));}
for(const b of [10,15,20,30,45,50]){const x=from({kias:v,bankDeg:b});const r=rec(x,5,(x)=>{x.controls.aileron=0;x.controls.rudder=0;});process.stdout.write(`bank ${b}->${r.at(-1)!.bank.toFixed(1)}  `);}console.log();
for(const fl of [...pl.flaps.map(q=>q.deg)]){const x=from({kias:80});const r=rec(x,40,(x,t,o)=>{level(x,o);x.controls.flapsDeg=fl});console.log('flap',fl,'max alt',(Math.max(...r.map(o=>o.alt))-4500).toFixed(0),'pitch',Math.max(...r.map(o=>o.pitch)).toFixed(1),'min ias',Math.min(...r.map(o=>o.ias)).toFixed(0),'end',r.at(-1)!.ias.toFixed(0));}
{const x=from({kias:70,flapsDeg:pl.flaps.at(-2)!.deg});const r=rec(x,30,(x,t,o)=>{level(x,o);x.controls.flapsDeg=0});console.log('retract min alt',(Math.min(...r.map(o=>o.alt))-4500).toFixed(0),'pitch',Math.min(...r.map(o=>o.pitch)).toFixed(1),'max ias',Math.max(...r.map(o=>o.ias)).toFixed(0));}
for(const [i,fl] of [0,...pl.flaps.map(q=>q.deg)].entries()){const x=from({kias:66,flapsDeg:fl,throttle:0});
 let best={cl:0} as any,wi=0;const r=rec(x,60,(x,t,o)=>{const c=x.motion.wing.cl; const want=Math.atan2(x.state.w,x.state.u)*0+ (t*.35);const a0=(x as any).a0??=o.aoa;
  const e=(a0+want)-o.aoa;(x as any).I=((x as any).I??x.controls.elevator)+e*.0004;x.controls.elevator=Math.max(-1,Math.min(1,(x as any).I+.03*e-.008*o.q));x.controls.aileron=o.aoa>13?0:-.02*o.bank-.01*o.p;
  if(!wi&&Math.atan2(x.motion.flow.w,x.motion.flow.u)>x.motion.flap.warningRad)wi=o.ias;
  if(t<50&&c>best.cl&&o.load>.8)best={cl:c,ias:o.ias/Math.sqrt(Math.max(.3,o.load)),aoa:o.aoa,load:o.load,elev:x.controls.elevator,t};});
 const after=r.filter(o=>o.t>best.t&&o.t<best.t+8);
 console.log('stall flap',fl,'vs',best.ias.toFixed(1),'load',best.load.toFixed(2),'aoa',best.aoa.toFixed(1),'elev',best.elev.toFixed(2),'warn',wi.toFixed(1),'book',i===0?pl.vs1Kias:i===pl.flaps.length?pl.vs0Kias:'','after: minpitch',Math.min(...after.map(o=>o.pitch)).toFixed(0),'bank',Math.max(...after.map(o=>Math.abs(o.bank))).toFixed(0),'minload',Math.min(...after.map(o=>o.load)).toFixed(2));}
for(const dir of [1,-1]){const x=from({kias:60,throttle:0});const r=rec(x,18,(x,t,o)=>{x.controls.elevator=t<9?Math.min(1,t*.2):t<10?1:t<12?-.3:Math.min(.3,.004*(90-o.ias)+.1);x.controls.rudder=dir*(t<3.5?0:t<9?1:t<11?-1:0);if(t>11)x.controls.aileron=-.01*o.bank-.005*o.p;});const at=(t:number)=>{const o=r.find(o=>o.t>=t)!;return `t${t} ias ${o.ias.toFixed(0)} bank ${o.bank.toFixed(0)} pitch ${o.pitch.toFixed(0)} p ${o.p.toFixed(0)} r ${o.r.toFixed(0)} aoa ${o.aoa.toFixed(0)}`};console.log('spin',dir);for(const t of [4,5,6,7,8,9,10,11,12,14,17])console.log('  ',at(t));}
