// Written by `npm run live-runtime` from live/page; a test holds that it is.

/** What can be asked of the runtime: the number of its declaration, and its name there. */
export const RUNTIME_NAMES = {
  aimAtPointer: [39, "Ke"],
  aimsInScene: [68, "on"],
  aimsOnPage: [69, "sn"],
  angleDelta: [0, "te"],
  arrivePart: [4, "xe"],
  channelsOnPage: [67, "tn"],
  curveWay: [30, "Fe"],
  doublePressPart: [16, "Me"],
  easingOf: [46, "Z"],
  edgesOnPage: [70, "ce"],
  focusInput: [50, "ze"],
  followsOnPage: [62, "nn"],
  goBy: [40, "Be"],
  goToNext: [38, "Ve"],
  goToPose: [36, "ie"],
  growing: [2, "he"],
  holdPart: [5, "Pe"],
  hoverPart: [6, "Le"],
  isIn: [42, "ue"],
  isSeen: [63, "rn"],
  keyInput: [51, "je"],
  keyLeverPart: [10, "Se"],
  keyPart: [7, "we"],
  leversOfAll: [61, "en"],
  leversWithLag: [59, "Je"],
  leversWithSpring: [60, "Ze"],
  placesOnPage: [71, "an"],
  pointerInput: [49, "qe"],
  pointerLeverPart: [9, "Ee"],
  pressPart: [15, "Re"],
  queuePart: [18, "Ie"],
  repeatPart: [23, "Ae"],
  runLive: [75, "ln"],
  scrollInput: [52, "Qe"],
  setPose: [37, "Ge"],
  slideLeverPart: [11, "ke"],
  sliderInput: [53, "Xe"],
  springWay: [29, "K"],
  startPart: [22, "Oe"],
  switchedWay: [32, "_e"],
  watchPart: [25, "Ne"],
} as const;

/** What the names of its own objects are shortened to. */
export const RUNTIME_KEYS = {
  aimed: "_0",
  advance: "_1",
  all: "_2",
  answer: "_3",
  atOnce: "_4",
  base: "_5",
  before: "_6",
  begin: "_7",
  begins: "_8",
  begun: "_9",
  channelsOfPose: "_a",
  chain: "_b",
  count: "_c",
  differences: "_d",
  driven: "_e",
  drive: "_f",
  due: "_g",
  easing: "_h",
  elements: "_i",
  ends: "_j",
  figuresAt: "_k",
  give: "_l",
  goal: "_m",
  goesOn: "_n",
  hold: "_o",
  horizon: "_p",
  interrupted: "_q",
  isBusy: "_r",
  isIn: "_s",
  isSeen: "_t",
  isStill: "_u",
  moving: "_v",
  next: "_w",
  numbers: "_x",
  pieceAt: "_y",
  piece: "_z",
  pieces: "_10",
  pointerValue: "_11",
  put: "_12",
  rate: "_13",
  rest: "_14",
  run: "_15",
  sendings: "_16",
  shareOf: "_17",
  slope: "_18",
  spring: "_19",
  startOf: "_1a",
  step: "_1b",
  still: "_1c",
  stops: "_1d",
  targetAt: "_1e",
  thens: "_1f",
  trigger: "_1g",
  turn: "_1h",
  turnsRound: "_1i",
  uses: "_1j",
  waits: "_1k",
  watches: "_1l",
  wayOf: "_1m",
  parts: "_1n",
  world: "_1o",
  scale: "_1p",
  slot: "_1q",
  scene: "_1r",
  study: "_1s",
} as const;

/** The declarations of the runtime in their order, and the numbers of others that each needs. */
export const RUNTIME_PIECES: readonly {
  readonly uses: readonly number[];
  readonly text: string;
}[] = [
  {
    uses: [],
    text: 'function te(n,e,r){let t=r==="none"?e-n:(e-n)%360,o=Math.abs(t);return r==="shorter"&&o>180||r==="longer"&&o>0&&o<180||r==="increasing"&&t<0||r==="decreasing"&&t>0?t-360*Math.sign(t):t}',
  },
  {
    uses: [],
    text: "let ge=100;",
  },
  {
    uses: [1],
    text: 'function he({_16:n},{grows:e,reach:r=ge},t){let o=0;for(let{_e:s,_m:a,_4:i}of n)for(let l=0;l<s.channel._c;l++)!i&&a._1c&&(o=Math.max(o,Math.abs(a.value(t,l)-s.channel.value(t,l))*s._1p));return e==="distance"?o/r:e==="root"?Math.sqrt(o/r):1}',
  },
  {
    uses: [],
    text: "let oe=400;",
  },
  {
    uses: [3],
    text: 'let xe=(n,e)=>{let[r,t]=[Number.NaN,0];n._1d=({id:o},s)=>(t=s===r?t+1:1,r=s,t===oe+1&&e.note?.("stopped",s,o),t>oe),n._9=({id:o},s,a,i)=>{e.note?.("begun",s,o,a,i),n._12(i,()=>{a.every(({_e:u,_z:d})=>u.channel._y(i)!==d)&&a.length>0&&i>s||(e.note?.("arrived",i,o),n._3(i,({when:u})=>u.on==="arrived"&&u.response===o))})}};',
  },
  {
    uses: [],
    text: 'let Pe=(n,e)=>{let r=0;return(t,o)=>{if(o.type!=="press"&&o.type!=="release")return;let s=++r;if(o.type==="release")return;let a=e._b(o.figure);for(let i of e.responses){let{when:l}=i;if(l.on!=="hold"||!a.includes(l.figure))continue;let u=t+l.time;n._12(u,()=>{r===s&&n._1g(i,u)})}}};',
  },
  {
    uses: [],
    text: 'let Le=(n,e)=>{let r=[];return(t,o)=>{if(!("x"in o))return;let s=r,{x:a,y:i,figure:l}=o,[u,d]=e.size,p=a>=0&&i>=0&&a<=u&&i<=d?e._b(l):[];r=p,n._3(t,({when:v})=>v.on==="leave"&&s.includes(v.figure)&&!p.includes(v.figure)||v.on==="enter"&&!s.includes(v.figure)&&p.includes(v.figure))}};',
  },
  {
    uses: [],
    text: 'let we=n=>(e,r)=>{r.type==="key-down"&&n._3(e,({when:t})=>t.on==="key"&&t.key===r.key)};',
  },
  {
    uses: [],
    text: "function z(n,{levers:e},r,t){for(let o of e?.values()??[]){let s=t(o.lever);s!==void 0&&isFinite(s)&&o._l(r,s)&&n._1l?.(o,r)}}",
  },
  {
    uses: [8],
    text: 'let Ee=(n,e)=>(r,t)=>{"x"in t&&z(n,e,r,({of:o})=>e._11?.(r,o,t))};',
  },
  {
    uses: [8],
    text: 'let Se=(n,e)=>(r,t)=>{"key"in t&&z(n,e,r,({of:o,range:s})=>o.kind==="key"&&o.key===t.key?s[t.type==="key-down"?1:0]:void 0)};',
  },
  {
    uses: [8],
    text: 'let ke=(n,e)=>(r,t)=>{t.type==="lever"&&z(n,e,r,({id:o})=>o===t.lever?t.value:void 0)};',
  },
  {
    uses: [],
    text: "let We=350;",
  },
  {
    uses: [12],
    text: 'let Te=()=>{let n;return(e,r)=>{if(r.type!=="press")return!1;let{figure:t}=r,o=n!==void 0&&e-n.time<=We&&n.figure===t;return n=o?void 0:{time:e,figure:t},o}};',
  },
  {
    uses: [],
    text: 'let se=n=>(e,r)=>{let t=n?.();return(o,s)=>{let a=t?.(o,s),{type:i}=s;if(i!=="press"&&i!=="release")return;let l=r._b(s.figure);e._3(o,({when:u})=>(u.on===i||u.on==="double-press"&&a===!0)&&l.includes(u.figure))}};',
  },
  {
    uses: [14],
    text: "let Re=se();",
  },
  {
    uses: [13, 14],
    text: "let Me=se(Te);",
  },
  {
    uses: [],
    text: "let Ce=100;",
  },
  {
    uses: [17],
    text: 'let Ie=(n,e)=>{let r=[];let t=!1;n._1k=(s,a,i,{_16:l})=>{let{id:u,midFlight:d}=s,m=Math.max(a,...l.map(({_e:v})=>v.channel._y(a)?.end??a)),p=d==="waits"&&(m>a||!t&&r.length>0);return!p&&(d!=="ignored"||m<=a)?!1:!p||!t&&r.length>=Ce?(e.note?.("ignored",a,u),!0):(t?r.unshift({response:s,pointer:i}):(r.push({response:s,pointer:i}),e.note?.("waits",a,u)),n._12(m,()=>o(m)),!0)};let o=s=>{let a=r.shift();if(!a)return;let i=r.length;t=!0,n._7(a.response,s,a.pointer),t=!1,i>0&&r.length===i&&n._12(s,()=>o(s))}};',
  },
  {
    uses: [],
    text: "function j({initial:n,range:e}){return n??e[0]}",
  },
  {
    uses: [],
    text: 'let A="rest";',
  },
  {
    uses: [],
    text: "function Q(n){let e=Math.floor(n)>>>0;return()=>{e=e+1831565813>>>0;let r=Math.imul(e^e>>>15,e|1);return r^=r+Math.imul(r^r>>>7,r|61),((r^r>>>14)>>>0)/2**32}}",
  },
  {
    uses: [],
    text: 'let Oe=(n,e)=>{for(let r of e.responses)r.when.on==="start"&&n._12(0,()=>n._1g(r,0))};',
  },
  {
    uses: [21],
    text: 'let Ae=(n,e)=>{for(let r of e.responses){let{when:t}=r;if(t.on!=="every")continue;let o=Q(t.seed??1),s=a=>{let i=(2*o()-1)*Math.min(t.jitter??0,t.time/2),l=a*t.time+i;n._12(l,()=>{n._1g(r,l),s(a+1)})};s(1)}};',
  },
  {
    uses: [],
    text: "let ae=240;",
  },
  {
    uses: [26],
    text: 'let Ne=(n,e)=>{let r=(t,o,s)=>{let{when:a}=o;if(a.on!=="rises"&&a.on!=="falls"||a.lever!==t.lever.id)return;let i=t.channel._y(s),l=De(t,s,a.past,a.on==="rises");l!==void 0&&(n._12(l,()=>{t.channel._y(l)===i&&(n._1g(o,l),l>s&&r(t,o,l))}),l<=n._p&&n._1(n._p))};n._1l=(t,o)=>{for(let s of e.responses)r(t,s,o)}};',
  },
  {
    uses: [24],
    text: "function De({channel:n},e,r,t){let o=n._y(e);if(!o)return;let s=u=>t?u>r:u<r,a=u=>n.value(u);let i=o._7===e?o.from[0]:a(e),l=e;if(!s(i)&&s(a(e)))return e;for(let u=1;u<=ae&&o.end>e;u++){let d=e+(o.end-e)*u/ae,m=a(d);if(!s(i)&&s(m)){let[p,v]=[l,d];for(let y=0;y<40;y++){let f=(p+v)/2;s(a(f))?v=f:p=f}return v}[i,l]=[m,d]}}",
  },
  {
    uses: [],
    text: "function X(n){return{_7:()=>0,at:(e,r)=>e<n?r:0,_13:()=>0,length:e=>e===0?0:n}}",
  },
  {
    uses: [27],
    text: "let w=X(0);",
  },
  {
    uses: [],
    text: "function K(n,e,r){let t=e/(2*r),o=n/r,s=o-t*t,a=Math.sqrt(Math.abs(s)),i=s>=0,l=i?t:o/(t+a),u=d=>{let m=Math.exp(-l*d),p=i?Math.sin(a*d):-Math.expm1(-2*a*d)/2,v=m*(a*d<1e-8?d:p/a);return[(i?m*Math.cos(a*d):m)+l*v,v]};return{_7:(d,m,p)=>m??-p,at(d,m,p){let[v,y]=u(d);return m*v+p*y},_13(d,m,p){let[v,y]=u(d);return-m*o*y+p*(v-2*t*y)},length(d,m,p){if(!(l>0))return 1/0;let v=Math.abs(m+l*d);let y=1e9;for(let g=0;g<60;g++)y=Math.max(0,Math.log((Math.abs(d)+v*y)/p)/l);if(!i||a===0)return y;let f=Math.hypot(d,(m+t*d)/a);return Math.min(y,f>p?Math.log(f/p)/t:0)}}}",
  },
  {
    uses: [],
    text: "function Fe({value:n,_18:e},r){return{_7:(t,o)=>o===void 0?0:o*r+t*e(0),at(t,o,s){let a=t/r;return o*(1-n(a))+s*a*(1-a)**2},_13(t,o,s){let a=t/r;return(-o*e(a)+s*(1-a)*(1-3*a))/r},length:(t,o)=>t===0&&o===0?0:r}}",
  },
  {
    uses: [],
    text: "function $(n){return{_7:()=>0,at:(e,r)=>r*Math.exp(-e/n),_13:(e,r)=>-r/n*Math.exp(-e/n),length:(e,r,t)=>Math.abs(e)>t?n*Math.log(Math.abs(e)/t):0}}",
  },
  {
    uses: [27, 28],
    text: "function _e(n,e,r,t){let o=e.value(t,0);if(!(n._r(t)&&e._1c&&n._1e(t)===o))return o>=.5||!e._1c?w:X(r.length(1,0,n._1b))}",
  },
  {
    uses: [],
    text: "function E(n){return{value:(e,r)=>n[r],_13:()=>0,_1c:!0}}",
  },
  {
    uses: [],
    text: "function He({_m:n,way:e,_7:r,end:t,_d:o,_x:s},a,i=0){let l=n.value(a,i);if(a>=t)return l;let[u,d]=[o[i],s[i]];return l+e.at((a-r)/1e3,u,d)}",
  },
  {
    uses: [34],
    text: "let F=class{constructor(e,r,t){this._5=e,this._c=r,this._1b=t,this._10=[]}_y(e){let{_10:r}=this;let[t,o]=[0,r.length];for(;t<o;){let s=t+o>>1;r[s]._7<=e?t=s+1:o=s}return r[t-1]}value(e,r=0){let t=this._y(e);return t?He(t,e,r):this._5.value(e,r)}_13(e,r=0){let t=this._y(e);if(!t)return this._5._13(e,r);let{_m:o,way:s,_7:a,end:i,_d:l,_x:u}=t,d=o._13(e,r);if(e>i)return d;let m=s._13((e-a)/1e3,l[r],u[r]);return d+m}_1e(e,r=0){return(this._y(e)?._m??this._5).value(e,r)}_r(e){let r=this._y(e);return r!==void 0&&e<r.end}_7(e,r,t,o,s=Array.from({length:this._c},(a,i)=>this.value(e,i))){let a=s.map((m,p)=>m-r.value(e,p)),i=a.map((m,p)=>{let v=r._13(e,p);return t._7(m,o?this._13(e,p)-v:void 0,v)}),l=a.map((m,p)=>t.length(m,i[p],this._1b)),u=Math.max(e+Math.max(...l)*1e3,r._j??e),d={_7:e,end:u,_m:r,way:t,_d:a,_x:i,from:s};return this._10.at(-1)?._7===e&&this._10.pop(),this._10.push(d),d}};",
  },
  {
    uses: [41],
    text: "let ie=(n,e,{how:r},t)=>({_16:le(n,e.pose,t,r.route)});",
  },
  {
    uses: [36],
    text: "let Ge=(n,e,r,t,o)=>({_16:ie(n,e,r,t,o)._16.map(s=>({...s,_4:!0}))});",
  },
  {
    uses: [41, 44],
    text: "let Ve=(n,e,{how:r},t)=>{let o=Ue(n,e.poses);return{_16:o===void 0?[]:le(n,o,t,r.route)}};",
  },
  {
    uses: [33, 45],
    text: "let Ke=(n,e,{how:r},t,o)=>{let{figure:s,channels:a}=e;return{_16:a.flatMap(i=>{let l=n._0?.(t,s,i,o),u=n.channel?.(s,i);return l===void 0||!u?[]:[{_e:u,_m:E(J(u,t,[l],r.route))}]})}};",
  },
  {
    uses: [33],
    text: "let Be=(n,e,r,t)=>{let{figure:o,channel:s,amount:a}=e,i=n.channel?.(o,s);return!i||i.channel._c>1?{_16:[]}:{_16:[{_e:i,_m:E([i.channel._1e(t)+a])}]}};",
  },
  {
    uses: [20, 33, 45],
    text: "function le(n,e,r,t){return e!==A?n._a(e).map(({_e:o,values:s})=>({_e:o,pose:e,_m:E(J(o,r,s,t))})):[...n._e.values()].map(o=>{let{_5:s}=o.channel,a=s._1c&&o._1h?E(J(o,r,[s.value(r,0)],t)):s;return{_e:o,_m:a,pose:e}})}",
  },
  {
    uses: [20, 43],
    text: "function ue(n,e){let r=e===A?[...n._e.values()]:n._a(e).map(({_e:t})=>t);return de(r,e)&&(e===A||r.length>0)}",
  },
  {
    uses: [20],
    text: "let de=(n,e)=>n.every(r=>r.pose===e||e===A&&r.pose===null);",
  },
  {
    uses: [20, 42, 43],
    text: "function Ue(n,e){let r=e.flatMap(s=>n._a(s).map(({_e:a})=>a)),t=s=>s===A?de(r,s):ue(n,s),o=e.findIndex(t);return e[(o+1)%e.length]}",
  },
  {
    uses: [],
    text: 'function J({_1h:n,channel:e},r,t,o="shorter"){if(!n)return t;let s=e.value(r);return[s+n(s,t[0],o)]}',
  },
  {
    uses: [],
    text: "function Z({curves:n},e){let[r,...t]=n[e],o=(s,a)=>{let[i,l,...u]=t.find(v=>s<v[1])??t.at(-1),d=(2*s-i-l)/(l-i);let[m,p]=[0,0];for(let v of u.reverse())p=p*d+m,m=m*d+v;return a?p*2/(l-i):m};return{value:s=>o(s,!1),_18:s=>s?o(s,!0):r}}",
  },
  {
    uses: [],
    text: 'let Ye={pointerdown:"press",pointermove:"move"};',
  },
  {
    uses: [],
    text: "function B({_1r:n,_1s:e},r,t){let o=n.getBoundingClientRect(),s=e.size[0]/o.width;return[(r-o.x)*s,(t-o.y)*s]}",
  },
  {
    uses: [47, 48],
    text: 'function qe(n){let e=!1;n.on("pointerdown pointermove pointerup pointercancel",r=>{let t=Ye[r.type]??"release",o=["","mouse"].includes(r.pointerType)?r.target:document.elementFromPoint(r.clientX,r.clientY);if(!r.isPrimary||r.button>0||(t==="press"?!n._1r.contains(o):t==="release"&&!e))return;e=t==="press"||e&&t==="move";let[s,a]=B(n,r.clientX,r.clientY);n.send({type:t,x:s,y:a,figure:n._k(o)[0]??null},r)})}',
  },
  {
    uses: [48],
    text: 'function ze(n){for(let e of n._1s.pressable){let r=n._i.get(e);r&&(r.tabIndex=0,r.role??="button",n.on("keydown keyup",t=>{if(t.repeat||t.key!=="Enter"&&t.key!==" ")return;t.preventDefault();let o=r.getBoundingClientRect(),[s,a]=B(n,o.x+o.width/2,o.y+o.height/2);n.send({type:t.type==="keydown"?"press":"release",x:s,y:a,figure:e},t)},r))}}',
  },
  {
    uses: [],
    text: 'function je(n){n.on("keydown keyup",e=>{e.repeat||n.send({type:e.type==="keydown"?"key-down":"key-up",key:e.key},e)})}',
  },
  {
    uses: [],
    text: 'function Qe(n){let e=r=>{let t=document.scrollingElement;for(let{id:o,of:s}of n._1s.levers)s.kind==="scroll"&&n.send({type:"lever",lever:o,value:t.scrollTop/(t.scrollHeight-t.clientHeight||1)},r)};n.on("scroll",e),e()}',
  },
  {
    uses: [],
    text: 'function Xe(n){n.on("input",e=>{let{dataset:r,valueAsNumber:t}=e.target;r.lever&&n.send({type:"lever",lever:r.lever,value:t},e)})}',
  },
  {
    uses: [],
    text: "let pe=.1;",
  },
  {
    uses: [54],
    text: 'function ye(n,e,r,t,o){let s=a=>r.value(n==="value"?t(a-e):Math.abs(o(a-e)));return{_1c:!1,value:s,_13:a=>n==="value"?r._18(t(a-e))*o(a-e):(s(a)-s(a-pe))*1e3/pe}}',
  },
  {
    uses: [],
    text: "let $e=1e-4;",
  },
  {
    uses: [19, 33, 35, 56],
    text: "let U=class{constructor(e,r){this.lever=e,this.way=r;let{range:t}=e,o=Math.abs(t[1]-t[0])*$e;this.channel=new F(E([j(e)]),1,o)}_l(e,r){let[t,o]=this.lever.range,s=Math.min(Math.max(r,t),o);return this.channel._1e(e)===s?!1:(this.channel._7(e,E([s]),this.way,!0),!0)}};",
  },
  {
    uses: [28, 57],
    text: "let ee=n=>({_1s:e,_v:r,_u:t},o)=>{o.levers=new Map(e.levers.map(s=>{let a=t||s.way.length===0?w:n(...s.way),i=new U(s,a);return r.push(i.channel),[s.id,i]}))};",
  },
  {
    uses: [31, 58],
    text: "let Je=ee(n=>$(n));",
  },
  {
    uses: [29, 58],
    text: "let Ze=ee((n,...e)=>K(n,...e));",
  },
  {
    uses: [29, 31, 58],
    text: "let en=ee((n,...e)=>e.length>0?K(n,...e):$(n));",
  },
  {
    uses: [46, 55],
    text: 'function nn({_1s:n,_2:e},r){for(let[t,o,s,a,i]of n.followers){let l=Z(n,s),u=()=>(typeof o=="number"?e[o]:r.levers?.get(o))?.channel;e[t].channel._5=ye(a,i,l,d=>u().value(d),d=>u()._13(d))}}',
  },
  {
    uses: [],
    text: "function rn(n,e){if(n===0)return e[0]>=.5;let r=e.reduce((t,o)=>t*Math.cos(o*Math.PI/180),n);return r>0||n>0&&r===0}",
  },
  {
    uses: [],
    text: "function Y(n,e){return Math.atan2(n,-e)*180/Math.PI}",
  },
  {
    uses: [48],
    text: 'function me(n,e,r,t){let o=e.appendChild(document.createElement("i"));o.style.cssText=`position:absolute;left:${r};top:${t}`;let{x:s,y:a}=o.getBoundingClientRect();return o.remove(),B(n,s,a)}',
  },
  {
    uses: [65],
    text: 'function ne(n,e){let[r,t]=getComputedStyle(e).transformOrigin.split(" ");return me(n,e,r,t)}',
  },
  {
    uses: [],
    text: "function tn({_1s:n,_f:e},r){r.channel=(t,o)=>{let s=n.channels.findIndex(a=>a[0]===t&&a[1]===o);return s<0?void 0:e(s)}}",
  },
  {
    uses: [64, 66],
    text: 'function on(n,e){e._0=(r,t,o,{x:s,y:a})=>{n.paint(r);let[i,l]=ne(n,n._i.get(t));return o==="rotate"?Y(s-i,a-l):(e.channel?.(t,o)?.channel.value(r)??0)+(o==="x"?s-i:a-l)}}',
  },
  {
    uses: [64, 65, 66],
    text: 'function sn(n,e){e._0=(r,t,o,{x:s,y:a})=>{let i=n._i.get(t);n.paint(r);let l=(T,S)=>me(n,i.parentElement,T,S),[[u,d],[m,p],[v,y]]=[l("0","0"),l("999px","0"),l("0","999px")],[f,g]=ne(n,i),{x,y:L}=new DOMMatrix([m-u,p-d,v-u,y-d,0,0]).inverse().transformPoint({x:s-f,y:a-g});return Number.isNaN(x)?void 0:o==="rotate"?Y(x,L):(e.channel?.(t,o)?.channel.value(r)??0)+999*(o==="x"?x:L)}}',
  },
  {
    uses: [],
    text: 'function ce({_1s:n},e){e._11=(r,t,{x:o,y:s})=>{let a=n.levers.find(i=>i.of===t)?.corner??0;return t.kind==="pointer-x"?o-a:t.kind==="pointer-y"?s-a:void 0}}',
  },
  {
    uses: [64, 66, 70],
    text: 'function an(n,e){ce(n,e);let r=e._11;e._11=(t,o,s)=>{if(o.kind!=="angle"&&o.kind!=="distance")return r?.(t,o,s);let a=n._i.get(o.figure);if(!a)return;n.paint(t);let[i,l]=ne(n,a),[u,d]=[s.x-i,s.y-l];return o.kind==="angle"?Y(u,d):Math.hypot(u,d)}}',
  },
  {
    uses: [],
    text: "function fe(n,e,r,t){let o=new Map;let s={_16:[]};for(let a of e.then){let i=n._1f[a.do]?.(n,a,e,r,t);for(let l of i?._16??[])o.set(l._e._1q,l);s={...s,...i,_16:[...o.values()]}}return s}",
  },
  {
    uses: [],
    text: 'let ve="";',
  },
  {
    uses: [28, 72, 73],
    text: 'function be(n,e){let r=[];let t=Number.NEGATIVE_INFINITY,o={x:0,y:0,figure:null};let s=(y,f)=>{if(!isFinite(y))return;let g=r.length;for(;g>0&&r[g-1]._g>y;)g--;r.splice(g,0,{_g:y,_15:f})},a=()=>r[0]?._g??1/0,i=y=>{for(;a()<=y;)t=Math.max(t,a()),r.shift()?._15();t=Math.max(t,y)},l=(y,f)=>{for(let g of n.responses)f(g)&&u(g,y)},u=(y,f)=>{p._1d?.(y,f)||(y.inPose===void 0||n._s?.(n,y.inPose))&&d(y,f,o)},d=(y,f,g)=>{let x=fe(n,y,f,g);x._n&&x._16.length===0||p._1k?.(y,f,g,x)||m(y,f,x)},m=(y,f,g)=>{let{how:x,midFlight:L}=y,N=n._1m(x,n._17?.(g,x,f)??1),T=[];let S=f;for(let{_e:k,_m:D,_4:G,pose:_}of g._16){let{channel:C}=k,I=C._y(f),O=I!==void 0&&f<I.end,R=C._13(f),H=G?w:k._o?k._o(C,D,N,f):N;if(!H)continue;let M=C._7(f,D,H,L==="keeps-speed"&&!g._1i&&(O||R!==0),L==="starts-over"&&O?I.from:n._1a?.(k,f));k.pose=_??ve,S=Math.max(S,M.end),T.push({_e:k,_z:M,_q:O,_6:R})}g._8?.(p),p._9?.(y,f,T,S)},p={get _p(){return t},get _w(){return a()},_12:s,_3:l,_1:i,_1g:u,_7:d,send(y,f){i(y),n.note?.("event",y,f),"x"in f&&(o=f);for(let g of v)g?.(y,f)}},v=e.map(y=>y(p,n));return p}',
  },
  {
    uses: [28, 33, 35, 74],
    text: 'function ln(n,e,{reduced:r="auto",note:t,now:o},{_1n:s,_1j:a,_1o:i,_1h:l,_o:u,_19:d,curve:m,_h:p,_t:v}){let y=o??(()=>performance.now()),f=y(),g=r==="auto"?matchMedia("(prefers-reduced-motion: reduce)").matches:r,x=c=>e.querySelector(c),L=new Map;for(let[c,[b,h]]of Object.entries(n.figures)){let P=x(b);P&&(P.style.cssText+=h,L.set(c,P))}e.style.touchAction=n.touch;let N=n.shown.map(([c,...b])=>({element:x(c),_14:b,text:""})),T=n.channels.map(([,,c,b,h,...P],W)=>({_1q:W,_1p:h,pose:null,channel:new F(E(P),P.length,b),_1h:c===1?l:void 0,_o:c===2?u:void 0})),S=T.map(({channel:c})=>c),k=new Map;let D=0,G=0;let _=new AbortController,C=c=>Math.max((c&&!o?c.timeStamp:y())-f,M._p),I=()=>{D===0&&(D=requestAnimationFrame(()=>{D=0,O()}))},O=()=>{let c=C();M._1(c),R.paint(c);let b=!1;for(let{_10:h}of S){for(;(h[1]?._7??c)<c-n.lag;)h.shift();b||=(h.at(-1)?.end??0)+n.lag>c}clearTimeout(G),!_.signal.aborted&&(b?I():isFinite(M._w)&&(G=window.setTimeout(I,M._w-c)))},R={_1s:n,_1r:e,_u:g,_i:L,_2:T,_v:S,_k:c=>[...L].filter(([,b])=>c&&b.contains(c)).map(([b])=>b).reverse(),_f(c){let b=T[c];return k.set(c,b),b},on(c,b,h=document){let{signal:P}=_;for(let W of c.split(" "))h.addEventListener(W,b,{capture:!0,signal:P})},send(c,b){M.send(C(b),c),I()},paint(c){for(let b of N){let[h,P,W]=b._14,re=P.map(V=>typeof V=="string"?V:S[V>>2]?.value(c,V&3)),q=W===void 0?re.join(""):v?.(W,re)?"inherit":"hidden";b.text!==q&&b.element?.style.setProperty(h,q),b.text=q}}},H={...i,_e:k,note:t,size:n.size,responses:n.responses,_a:c=>(n.poses[c]??[]).map(([b,...h])=>({_e:R._f(b),values:h})),_1m({curve:c,duration:b},h){let P=c,W=b*h/1e3;return g?w:typeof P!="number"?d?.(...P)??w:W>0&&p&&m?.(p(n,P),W)||w},_b:c=>[...R._k(L.get(c)),null]},M=be(H,s);for(let c of a)c(R,H);return O(),{send:R.send,paint:O,stop:()=>_.abort()}}',
  },
];
